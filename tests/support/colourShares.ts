import type { CompiledDesign } from "../../src/core/swirl/design";
import { createPoints, restart } from "../../src/core/swirl/points";
import { sample, TILE } from "../../src/core/swirl/sample";
import { generator } from "../../src/core/units/random";

/**
 * Share of each colour index in the finished mould, from about `count` places, one anywhere in each of as many boxes: half as many tell as much as
 * places in a row of even steps do. Index `colours` gathers the unclaimed.
 */
export function colourShares(design: CompiledDesign, colours: number, count: number): Float64Array {
  const points = createPoints(TILE);
  const random = generator(7);
  const each = Math.round(Math.cbrt(count));
  const tally = new Float64Array(colours + 1);
  let n = 0;
  const take = () => {
    restart(points, n, null);
    sample(design, points, 1);
    for (let i = 0; i < n; i++) tally[Math.min(colours, points.colour[i])] += 1 / each ** 3;
    n = 0;
  };
  for (let k = 0; k < each ** 3; k++) {
    points.x[n] = (((k % each) + random()) / each) * design.lengthMm;
    points.y[n] = (((Math.floor(k / each) % each) + random()) / each) * design.widthMm;
    points.z[n] = ((Math.floor(k / each ** 2) + random()) / each) * design.levelMm;
    if (++n === TILE) take();
  }
  if (n > 0) take();
  return tally;
}
