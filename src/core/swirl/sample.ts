import type { CompiledDesign } from "./design";
import { type Points, takeBack } from "./points";

/** Samples worked through together: small enough to stay in the cache. */
export const TILE = 4096;

/** Takes live samples back through every operation until each is claimed; `points.colour` then holds colour indices. `count`: of the first so many only. */
export function sample(
  design: CompiledDesign,
  points: Points,
  fineness: number,
  count = design.operations.length,
): void {
  const { operations } = design;
  for (let k = count - 1; k >= 0 && points.liveCount > 0; k--) takeBack(operations[k], points, fineness);
}
