import type { Bench } from "../../src/core/library/bench";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";

/** A studio with nothing in its libraries, in its usual settings. */
export const EMPTY_BENCH: Bench = {
  settings: DEFAULT_SETTINGS,
  oils: [],
  formulas: [],
  colourants: [],
  scents: [],
  moulds: [],
  tools: [],
  told: [],
  stock: [],
} as Bench;
