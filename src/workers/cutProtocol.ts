import type { CutUp } from "../core/cut/leaves";
import type { Picture } from "../core/cut/picture";
import type { Design } from "../core/swirl/design";

/** Asks what each of several ways to cut a loaf would show. */
export interface CutJob {
  generation: number;
  design: Design;
  ways: readonly Pick<CutUp, "bars">[];
  /** Indices of the colours that are poured into it. */
  poured: readonly number[];
}
export interface CutAnswer {
  generation: number;
  pictures: Picture[];
  afterMs: number;
}
