import type { CompiledDesign } from "./design";
import { createPoints, restart } from "./points";
import { sample, TILE } from "./sample";

/** Distance of two samples at most, mm: coarse, for what a cut shows at a glance. */
const COARSE_MM = 3;

const FINENESS = 0.4;

/** Colours of the finished mould on an even grid, index `x + nx * (y + ny * z)`: along, from the near wall, from the floor. */
export function voxelsOf(design: CompiledDesign, stepMm = COARSE_MM) {
  const sizeMm = [design.lengthMm, design.widthMm, design.levelMm] as const;
  const n = sizeMm.map((mm) => Math.max(2, Math.ceil(mm / stepMm))) as [number, number, number];
  const all = n[0] * n[1] * n[2];
  const colour = new Uint8Array(all);
  const points = createPoints(TILE);
  for (let start = 0; start < all; start += TILE) {
    const count = Math.min(TILE, all - start);
    for (let i = 0; i < count; i++) {
      const k = start + i;
      points.x[i] = (((k % n[0]) + 0.5) * sizeMm[0]) / n[0];
      points.y[i] = (((Math.floor(k / n[0]) % n[1]) + 0.5) * sizeMm[1]) / n[1];
      points.z[i] = ((Math.floor(k / (n[0] * n[1])) + 0.5) * sizeMm[2]) / n[2];
    }
    restart(points, count, null);
    sample(design, points, FINENESS);
    colour.set(points.colour.subarray(0, count), start);
  }
  return { n, sizeMm, colour };
}
