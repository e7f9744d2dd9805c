import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, expect } from "@playwright/test";
import { SHORT_LIVED } from "../../tools/reliability/kill";
import { addressOf, answering, isUp } from "./address";

export interface OwnServer {
  child: ChildProcess;
  address: string;
  /** All that it printed so far. */
  said(): string;
  exit: Promise<number | null>;
}

/** The first of the ports on which a test has a server of its own, one for each that runs side by side. */
const OWN_PORT = 4500;

type Start = (port: number, environment?: Record<string, string>) => Promise<OwnServer>;

/** Gives starts of servers over one data directory of their own; all of it is gone afterwards. */
async function withStarts(use: (start: Start) => Promise<void>): Promise<void> {
  const directory = await mkdtemp(join(tmpdir(), "tundish-process-"));
  const children: ChildProcess[] = [];
  await use(async (port, environment = {}) => {
    const child = spawn(process.execPath, SHORT_LIVED, {
      env: { ...process.env, PORT: String(port), HOST: "127.0.0.1", TUNDISH_DATA_DIR: directory, ...environment },
    });
    children.push(child);
    let said = "";
    for (const stream of [child.stdout, child.stderr])
      stream.on("data", (d) => {
        said += d;
      });
    const exit = new Promise<number | null>((done) => child.on("exit", (code) => done(code)));
    return { child, said: () => said, exit, address: `http://127.0.0.1:${port}` };
  });
  for (const child of children) child.kill("SIGKILL");
  await rm(directory, { recursive: true, force: true, maxRetries: 5 });
}

interface Servers {
  start: Start;
  again: () => Promise<OwnServer>;
  server: OwnServer;
}

/** A server that may be killed, and is started anew where it was: one for the tests of a worker, which do not ask for what others left on it. */
interface House {
  standing(): Promise<OwnServer>;
  again(): Promise<OwnServer>;
}

/**
 * Server processes of a test: `start` on a port over a data directory of the test, resolving at once (`isUp` tells when it answers); `server`, one that its worker's tests share,
 * and `again`, the same anew after it died; `address`, where the worker's own server with the demo answers. All tests are made of this one: a worker that meets another kind is
 * given up for a new one, which reads all modules and opens a browser anew.
 */
export const test = base.extend<Servers, { address: string; house: House }>({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads the wanted fixtures from this pattern
  address: [async ({}, use) => use(await answering(addressOf())), { scope: "worker" }],
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads the wanted fixtures from this pattern
  start: async ({}, use) => withStarts(use),
  house: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads the wanted fixtures from this pattern
    async ({}, use, { parallelIndex }) =>
      withStarts(async (start) => {
        let last: OwnServer | null = null;
        const again = async () => {
          last = await start(OWN_PORT + parallelIndex);
          return last;
        };
        const isStanding = () => last !== null && last.child.exitCode === null && last.child.signalCode === null;
        await use({ again, standing: async () => (isStanding() ? last! : again()) });
      }),
    { scope: "worker" },
  ],
  again: async ({ house }, use) => use(house.again),
  server: async ({ house }, use) => use(await house.standing()),
});
export { expect };

/** Waits until a server answers. */
export const up = (server: OwnServer) =>
  expect.poll(() => isUp(server.address), { timeout: 30_000, intervals: [100] }).toBe(200);

/** Lets the server that tests of a file share start while its first tests, which do not use it, run. */
export const startsMeanwhile = () => test.beforeAll(({ house }) => void house.standing());
