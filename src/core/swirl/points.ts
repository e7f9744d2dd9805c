import type { Packer } from "./shader/packer";

/** Colour index of a sample that no deposit has claimed yet. */
export const UNCLAIMED = 255;

/**
 * Sample points of a finished mould on their way back through the operations: structure of arrays, millimetres.
 * x runs along the loaf, y across from the near wall, z up from the floor. `live` lists the samples not claimed yet.
 */
export interface Points {
  count: number;
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  colour: Uint8Array;
  live: Int32Array;
  liveCount: number;
  /** The common x of all samples where they lie on one cut across the loaf (noise along x is then read once); else null. */
  sectionX: number | null;
  /** True where all samples have moved along the loaf together: `sectionX` holds, `x` does not. See {@link takeBack}. */
  isXStale: boolean;
  /** True while `x` and `y` hold places of the disc about a funnel: share of the face inside, and turn, 0..1. */
  inDisc: boolean;
}

export function createPoints(count: number): Points {
  return {
    count,
    x: new Float64Array(count),
    y: new Float64Array(count),
    z: new Float64Array(count),
    colour: new Uint8Array(count).fill(UNCLAIMED),
    live: new Int32Array(count),
    liveCount: 0,
    sectionX: null,
    isXStale: false,
    inDisc: false,
  };
}

/** Makes the first `count` samples live and unclaimed; call it after writing x, y, z. */
export function restart(points: Points, count: number, sectionX: number | null): void {
  points.count = count;
  points.sectionX = sectionX;
  points.isXStale = false;
  points.inDisc = false;
  points.colour.fill(UNCLAIMED, 0, count);
  for (let i = 0; i < count; i++) points.live[i] = i;
  points.liveCount = count;
}

/** Claims every live sample: what is poured first fills the floor. `to` gives the colour of a slot. */
export function claimAll(points: Points, to: (slot: number) => number): void {
  for (let n = 0; n < points.liveCount; n++) {
    const i = points.live[n];
    points.colour[i] = to(i);
  }
  points.liveCount = 0;
}

/** A single point, changed in place by forward maps. */
export interface Point {
  x: number;
  y: number;
  z: number;
}

/**
 * One operation, compiled for one mould. Both maps preserve volume and keep points inside the mould.
 * - `inverse` takes every live sample from after the operation to before it, or claims it for its colour.
 * - `forward` takes a point of the batter that was there before to where the operation puts it.
 * inverse(forward(p)) = p within 1e-6 mm for deposits, 0.05 mm (99th percentile) for strokes at `fineness` 1.
 */
export interface CompiledOperation {
  kind: string;
  /** Level of the batter after the operation, mm. */
  levelMm: number;
  /** True for what only moves batter and claims none. */
  isMovement?: boolean;
  /** True for a movement that takes batter along the loaf. */
  movesAlong?: boolean;
  /** True for what works in places of the disc about a funnel, and leaves samples there for the one before it. */
  isInDisc?: boolean;
  /** True for what reads `sectionX` instead of `x` where it is there. */
  keepsSection?: boolean;
  inverse(points: Points, fineness: number): void;
  forward(point: Point): void;
  /** Its numbers for the shader, its kind first; null where it has no counterpart there. */
  pack?(out: Packer): number[] | null;
}

/** Takes the live samples back through one operation. */
export function takeBack(operation: CompiledOperation, points: Points, fineness: number): void {
  if (points.isXStale && !operation.keepsSection) settle(points);
  operation.inverse(points, fineness);
}

/** Writes the common x of a cut to its live samples. */
export function settle(points: Points): void {
  if (!points.isXStale) return;
  const { x, live, sectionX } = points;
  for (let n = 0; n < points.liveCount; n++) x[live[n]] = sectionX!;
  points.isXStale = false;
}
