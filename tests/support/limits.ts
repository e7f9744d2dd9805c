import fc from "fast-check";
import { afterAll, vi } from "vitest";
import { SEED, tries } from "./tries";

/**
 * Laws are tried on the same plans at every run of the tests. A law that breaks is made simpler for some minutes at most: with whole plans as its input that could go
 * on for an hour; one that is interrupted before it was tried often enough has failed.
 */
fc.configureGlobal({ seed: SEED, numRuns: tries(100), interruptAfterTimeLimit: 240_000, markInterruptAsFailure: true });

/** Files share a worker and its modules: what one has put in place of something else is gone with it. */
afterAll(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  vi.unstubAllEnvs();
});
