import type { CompiledDesign } from "./design";
import { createPoints, restart } from "./points";
import { sample, TILE } from "./sample";

/** Steps of the additive recurrence that fills a cube evenly (powers of the plastic number of dimension 3). */
const STEPS = [0.8191725133961645, 0.6710436067037893, 0.5497004779019703] as const;

/** Share of each colour index in the finished mould, from `count` evenly spread samples; index `colours` gathers the unclaimed. */
export function colourShares(design: CompiledDesign, colours: number, count: number): Float64Array {
  const tally = new Float64Array(colours + 1);
  const points = createPoints(TILE);
  for (let start = 0; start < count; start += TILE) {
    const n = Math.min(TILE, count - start);
    for (let i = 0; i < n; i++) {
      const k = start + i + 1;
      points.x[i] = ((k * STEPS[0]) % 1) * design.lengthMm;
      points.y[i] = ((k * STEPS[1]) % 1) * design.widthMm;
      points.z[i] = ((k * STEPS[2]) % 1) * design.levelMm;
    }
    restart(points, n, null);
    sample(design, points, 1);
    for (let i = 0; i < n; i++) tally[Math.min(colours, points.colour[i])] += 1 / count;
  }
  return tally;
}
