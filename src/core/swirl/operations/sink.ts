import { generator } from "../../units/random";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { readStretches, STRETCHES, stretchesOf } from "../stretches";

/** Substeps while the tool moves by its reach, at fineness 1. */
const SUBSTEPS_PER_REACH = 6.5;
/** Distance over which walls and surface hold the flow back, share of the reach; and closest that its line comes to a wall, share of the width. */
const WALL = { distance: 0.6, margin: 0.02 } as const;

export interface SinkInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  acrossMm: number;
  wobbleMm: number;
  /** Depth that the movement ends at, mm above the floor. */
  bottomMm: number;
  /** Radius of what is dragged along, mm. */
  reachMm: number;
  /** Share of the movement that the batter on its line follows, 0..1. */
  coupling: number;
}

/**
 * The downward drag of a sinking stripe on what lies there: a stroke along -z in every cross-section, a divergence-free flow
 * with stream function psi = c d r_y (1-q)^3 w, q = |r|^2/R^2, w = product of wall factors t(2-t); midpoint rule, the last
 * substep first for the inverse. Each half step evaluates the flow with plain locals: this loop is the hottest of the model.
 */
export function compileSink(input: SinkInput): CompiledOperation {
  const depthMm = Math.max(0, input.levelMm - input.bottomMm);
  const sink: Sink = { ...input, depthMm, middles: middlesOf(input) };
  return {
    kind: "sink",
    isMovement: true,
    levelMm: input.levelMm,
    inverse: (points, fineness) => sinkInverse(sink, points, fineness),
    forward: (point) => sinkForward(sink, point),
  };
}

/** Flat record of one sinking movement. */
interface Sink extends SinkInput {
  depthMm: number;
  /** Place of the line across the mould at the ends of the stretches along the loaf, mm. */
  middles: Float64Array;
}

function middlesOf(o: SinkInput): Float64Array {
  const noise = noiseTable(generator(o.seed), 2, 6);
  const low = o.widthMm * WALL.margin;
  return stretchesOf((share) => {
    const wander = o.wobbleMm * noiseAt(noise, alongLoaf(share, 1));
    return Math.min(o.widthMm - low, Math.max(low, o.acrossMm + wander));
  });
}

const substepsAt = (o: Sink, fineness: number) =>
  Math.max(1, Math.ceil((o.depthMm / o.reachMm) * SUBSTEPS_PER_REACH * fineness));

function sinkInverse(o: Sink, points: Points, fineness: number): void {
  if (o.depthMm <= 0) return;
  const { x, y, z, live, liveCount, sectionX } = points;
  const R = o.reachMm;
  const steps = substepsAt(o, fineness);
  const { middles } = o;
  const lowest = o.levelMm - o.depthMm - R;
  const perLength = STRETCHES / o.lengthMm;
  let y0 = sectionX === null ? 0 : readStretches(middles, sectionX, o.lengthMm);
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    if (sectionX === null) {
      const along = x[i] * perLength;
      const j = along | 0;
      y0 = middles[j] + (middles[j + 1] - middles[j]) * (along - j);
    }
    const ry = y[i] - y0;
    if (ry > R || -ry > R || z[i] < lowest) continue;
    carry(o, y, z, i, y0, steps, -1);
  }
}

function sinkForward(o: Sink, point: Point): void {
  if (o.depthMm <= 0) return;
  const y = Float64Array.of(point.y);
  const z = Float64Array.of(point.z);
  carry(o, y, z, 0, readStretches(o.middles, point.x, o.lengthMm), substepsAt(o, 1), 1);
  point.y = y[0];
  point.z = z[0];
}

/** Moves slot `i` of y and z through the substeps. `direction` -1: from after to before; 1: from before to after. */
function carry(
  o: Sink,
  y: Float64Array,
  z: Float64Array,
  i: number,
  y0: number,
  steps: number,
  direction: 1 | -1,
): void {
  const { levelMm: h, widthMm: W, reachMm: R } = o;
  const delta = WALL.distance * R;
  const invDelta = 1 / delta;
  const R2 = R * R;
  const invR2 = 1 / R2;
  const d = o.depthMm / steps;
  const strength = o.coupling * d;
  let yi = y[i];
  let zi = z[i];
  const nearest = Math.max(0, Math.ceil((h - zi - R) / d - 1.5));
  const farthest = Math.min(steps - 1, Math.floor((h - zi + R) / d + 0.5));
  let k = direction < 0 ? farthest : nearest;
  for (; k >= 0 && k < steps; k += direction) {
    const zp = h - (k + 0.5) * d;
    if (direction < 0 ? zp - zi > R : zi - zp > R) break;
    const r2 = (yi - y0) * (yi - y0) + (zi - zp) * (zi - zp);
    if (r2 >= R2) continue;
    if (yi > delta && yi < W - delta && zi > delta && zi < h - delta) {
      // Away from walls, floor and surface the flow is that of the tool alone.
      const by = direction * strength;
      let m = 1 - r2 * invR2;
      let slope = -6 * m * m * invR2 * (yi - y0);
      let G = m * m * m;
      const hy = yi - y0 + 0.5 * by * slope * (zi - zp);
      const hz = zi - zp - 0.5 * by * (G + slope * (yi - y0));
      m = 1 - (hy * hy + hz * hz) * invR2;
      if (m <= 0) continue;
      slope = -6 * m * m * invR2 * hy;
      G = m * m * m;
      yi += by * slope * hz;
      zi -= by * (G + slope * hy);
      continue;
    }
    let ym = yi;
    let zm = zi;
    let uy = 0;
    let uz = 0;
    for (let half = 0; half < 2; half++) {
      const ry = ym - y0;
      const rz = zm - zp;
      const m = 1 - (ry * ry + rz * rz) * invR2;
      if (m <= 0) {
        uy = 0;
        uz = 0;
        break;
      }
      let wy = 1;
      let dwy = 0;
      if (ym < delta) {
        const t = ym * invDelta;
        wy = t * (2 - t);
        dwy = (2 - 2 * t) * invDelta;
      } else if (W - ym < delta) {
        const t = (W - ym) * invDelta;
        wy = t * (2 - t);
        dwy = (2 * t - 2) * invDelta;
      }
      let wz = 1;
      let dwz = 0;
      if (zm < delta) {
        const t = zm * invDelta;
        wz = t * (2 - t);
        dwz = (2 - 2 * t) * invDelta;
      }
      if (h - zm < delta) {
        const t = (h - zm) * invDelta;
        const top = t * (2 - t);
        dwz = dwz * top + wz * (2 * t - 2) * invDelta;
        wz *= top;
      }
      const G = m * m * m;
      const dG = -6 * m * m * invR2;
      uy = strength * ry * wy * (dG * rz * wz + G * dwz);
      uz = -strength * wz * (G * wy + ry * (dG * ry * wy + G * dwy));
      if (half === 0) {
        ym = yi + (direction * uy) / 2;
        zm = zi + (direction * uz) / 2;
      }
    }
    yi += direction * uy;
    zi += direction * uz;
  }
  y[i] = yi;
  z[i] = zi;
}
