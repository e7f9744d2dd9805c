import type { Settings } from "../practice/practiceSchema";
import type { Told } from "../practice/told";
import type { LibraryItem } from "./kinds";
import type { AtHand } from "./stock";

/** What stands ready beside a batch: the studio's settings and its libraries (formulas are searched for instead). */
export interface Bench {
  settings: Settings;
  oils: LibraryItem<"oils">[];
  colourants: LibraryItem<"colourants">[];
  scents: LibraryItem<"scents">[];
  moulds: LibraryItem<"moulds">[];
  tools: LibraryItem<"tools">[];
  /** The studio's materials as they stand. */
  stock: AtHand[];
  /** What own batches have taught, added up. */
  told: Told[];
}

/** What of it a page may bring or leave away. */
export type BenchPart = Exclude<keyof Bench, "settings">;
/** What of it a page brought. */
export type BroughtBench = Pick<Bench, "settings"> & Partial<Bench>;

/** All of it, as the sheet brings it. */
export const EVERY_PART: readonly BenchPart[] = ["oils", "colourants", "scents", "moulds", "tools", "stock", "told"];
