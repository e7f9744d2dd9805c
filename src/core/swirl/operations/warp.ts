import { generator } from "../../units/random";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { PACKED } from "../shader/packer";

/** Cuts along the loaf for which the flow is tabulated, and nodes of one table across and up. */
const TABLE = { slabs: 32, across: 41, up: 33 } as const;

export interface WarpInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  /** How far batter is moved at most, about, mm. */
  amplitudeMm: number;
  /** Only this far below the surface, mm; null through all. */
  topMm: number | null;
  /** Highest number of half waves across and up. */
  modes: number;
}

interface Mode {
  k: number;
  l: number;
  weight: number;
  along: Float64Array;
}

/** One warp: its modes, and the velocities (across, up; mm) per slab, made when first needed. */
interface Warp extends Omit<WarpInput, "modes"> {
  bottomMm: number;
  scale: number;
  /** Midpoint steps that it is made in. */
  steps: number;
  modes: Mode[];
  slabs: (Float32Array | undefined)[];
  cut: Float32Array | null;
  cutAtMm: number;
}

/** Sine and cosine of n half waves at the nodes of an axis. */
function waves(modes: number, nodes: number): { sin: Float64Array[]; cos: Float64Array[] } {
  const table = (of: (v: number) => number) =>
    Array.from({ length: modes + 1 }, (_, n) =>
      Float64Array.from({ length: nodes }, (_, i) => of((n * Math.PI * i) / (nodes - 1))),
    );
  return { sin: table(Math.sin), cos: table(Math.cos) };
}
const MOST_WAVES = 8;
/** Share of its height over which a flow near the top sets in. */
const EASED = 0.5;
const acrossWaves = waves(MOST_WAVES, TABLE.across);
const upWaves = waves(MOST_WAVES, TABLE.up);
/** The same where batter lies still below: both the flow up and that across end there, so that nothing slides along it. */
const stillBelow = (() => {
  const sin = upWaves.sin.map((wave) => wave.map((v, i) => v * ease(i / (TABLE.up - 1))));
  const cos = upWaves.cos.map((wave, l) =>
    wave.map((v, i) => {
      const t = i / (TABLE.up - 1);
      return v * ease(t) + (l === 0 ? 0 : (upWaves.sin[l][i] * easeSlope(t)) / (l * Math.PI));
    }),
  );
  return { sin, cos };
})();
function ease(t: number): number {
  const e = Math.min(1, t / EASED);
  return e * e * (3 - 2 * e);
}
function easeSlope(t: number): number {
  const e = Math.min(1, t / EASED);
  return (6 * e * (1 - e)) / EASED;
}

/** The table at one cut across, between those of two slabs; kept for the cut that was drawn last. */
function cutAt(o: Warp, x: number): Float32Array {
  if (o.cut && o.cutAtMm === x) return o.cut;
  const p = Math.max(0, (x / o.lengthMm) * TABLE.slabs - 0.5);
  const [near, far, part] = [slabOf(o, Math.floor(p)), slabOf(o, Math.floor(p) + 1), p - Math.floor(p)];
  o.cut = near.map((v, i) => v + (far[i] - v) * part);
  o.cutAtMm = x;
  return o.cut;
}

/** Adds one wave across, times what its waves up sum to at every height. */
function addWave(
  sums: Float64Array,
  sinY: Float64Array,
  cosY: Float64Array,
  cosUp: Float64Array,
  sinUp: Float64Array,
  from: number,
): void {
  let q = 0;
  for (let b = 0; b < TABLE.up; b++) {
    const vy = cosUp[from + b];
    const vz = sinUp[from + b];
    for (let a = 0; a < TABLE.across; a++) {
      sums[q] += vy * sinY[a];
      sums[q + 1] += vz * cosY[a];
      q += 2;
    }
  }
}

function slabOf(o: Warp, number: number): Float32Array {
  const j = Math.min(TABLE.slabs - 1, Math.max(0, number));
  const known = o.slabs[j];
  if (known) return known;
  const u = alongLoaf(((j + 0.5) * o.lengthMm) / TABLE.slabs, o.lengthMm);
  // Sums over the waves up first, then over those across: both axes are read from tables of their own.
  let most = 0;
  for (const m of o.modes) most = Math.max(most, m.k);
  const sinUp = new Float64Array((most + 1) * TABLE.up);
  const cosUp = new Float64Array((most + 1) * TABLE.up);
  const up = o.bottomMm > 0 ? stillBelow : upWaves;
  for (const m of o.modes) {
    const weight = o.scale * m.weight * (STEADY + (1 - STEADY) * noiseAt(m.along, u));
    const vy = (weight * m.l * Math.PI) / (o.levelMm - o.bottomMm);
    const vz = (-weight * m.k * Math.PI) / o.widthMm;
    const sinZ = up.sin[m.l];
    const cosZ = up.cos[m.l];
    for (let b = 0; b < TABLE.up; b++) {
      cosUp[m.k * TABLE.up + b] += vy * cosZ[b];
      sinUp[m.k * TABLE.up + b] += vz * sinZ[b];
    }
  }
  const sums = new Float64Array(TABLE.across * TABLE.up * 2);
  for (let k = 1; k <= most; k++) addWave(sums, acrossWaves.sin[k], acrossWaves.cos[k], cosUp, sinUp, k * TABLE.up);
  const made = new Float32Array(sums);
  o.slabs[j] = made;
  return made;
}

/**
 * Unevenness of a hand: a divergence-free flow in every cross-section, psi = sum a n(x) sin(k pi y/W) sin(l pi z/h), zero on walls, floor and surface; one
 * midpoint step for every few millimetres, through a table of it. Near the top alone it is a settling or the peaks of a spoon.
 */
export function compileWarp(input: WarpInput): CompiledOperation {
  const { widthMm: W, levelMm: h } = input;
  const random = generator(input.seed);
  const modes: Mode[] = [];
  for (let k = 1; k <= input.modes; k++) {
    for (let l = 1; l <= Math.max(1, Math.round(input.modes / 2)); l++) {
      if (modes.length >= MOST_MODES) break;
      modes.push({ k, l, weight: (random() - 0.5) / Math.sqrt(k * l), along: noiseTable(random, 1, 4) });
    }
  }
  const bottomMm = input.topMm === null ? 0 : Math.max(0, h - input.topMm);
  const steps = Math.max(1, Math.ceil(input.amplitudeMm / STEP_MM));
  const scale = (input.amplitudeMm * Math.min(W, (h - bottomMm) * 2)) / (Math.PI * MEAN_WEIGHT * steps);
  const warp: Warp = {
    ...input,
    bottomMm,
    scale,
    steps,
    modes,
    slabs: new Array(TABLE.slabs),
    cut: null,
    cutAtMm: Number.NaN,
  };
  return {
    kind: "warp",
    pack: (out) => [
      PACKED.warp,
      ...[W, h, bottomMm, warp.lengthMm, warp.steps],
      out.table(Array.from({ length: TABLE.slabs }, (_, j) => out.table(slabOf(warp, j)))),
    ],
    isMovement: true,
    keepsSection: true,
    levelMm: h,
    inverse: (points, fineness) => warpInverse(warp, points, fineness),
    forward(point: Point) {
      if (point.z <= bottomMm) return;
      const p = Math.max(0, (point.x / warp.lengthMm) * TABLE.slabs - 0.5);
      const [slab, other] = [slabOf(warp, Math.floor(p)), slabOf(warp, Math.floor(p) + 1)];
      const y = Float64Array.of(point.y);
      const z = Float64Array.of(point.z);
      carry(warp, slab, other, p - Math.floor(p), y, z, 0, warp.steps, 1);
      point.y = y[0];
      point.z = z[0];
    },
  };
}

const MOST_MODES = 9;
/** Amplitude that one midpoint step keeps the volume for, mm; in pictures it may be twice as long. */
const STEP_MM = 4;
/** Share of a mode that is the same all along the loaf. */
const STEADY = 0.6;
/** What the weights of modes come to, about, where they meet. */
const MEAN_WEIGHT = 1.6;

function warpInverse(o: Warp, points: Points, fineness: number): void {
  const { x, y, z, live, liveCount, sectionX } = points;
  const steps = fineness < 1 ? Math.ceil(o.steps / 2) : o.steps;
  const perMm = TABLE.slabs / o.lengthMm;
  let slab = sectionX === null ? slabOf(o, 0) : cutAt(o, sectionX);
  let other = slab;
  let part = 0;
  let last = -1;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    if (z[i] <= o.bottomMm) continue;
    if (sectionX === null) {
      // Between the middles of two slabs.
      const p = Math.max(0, x[i] * perMm - 0.5);
      const j = p | 0;
      part = p - j;
      if (j !== last) {
        last = j;
        slab = slabOf(o, j);
        other = slabOf(o, j + 1);
      }
    }
    carry(o, slab, other, part, y, z, i, steps, -1);
  }
}

/** Moves slot `i` of y and z through the whole warp in so many midpoint steps. */
function carry(
  o: Warp,
  slab: Float32Array,
  /** The next slab, and how far towards it the place lies, 0..1: read in the second half of a step, where it counts. */
  other: Float32Array,
  part: number,
  y: Float64Array,
  z: Float64Array,
  i: number,
  steps: number,
  direction: 1 | -1,
): void {
  const { widthMm: W, levelMm: h, bottomMm } = o;
  const perY = (TABLE.across - 1) / W;
  const perZ = (TABLE.up - 1) / (h - bottomMm);
  const by = (direction * o.steps) / steps;
  let yi = y[i];
  let zi = z[i];
  for (let k = 0; k < steps; k++) {
    let my = yi;
    let mz = zi;
    let vy = 0;
    let vz = 0;
    for (let half = 0; half < 2; half++) {
      const a = my * perY;
      const b = (mz - bottomMm) * perZ;
      const ai = a >= TABLE.across - 1 ? TABLE.across - 2 : a > 0 ? a | 0 : 0;
      const bi = b >= TABLE.up - 1 ? TABLE.up - 2 : b > 0 ? b | 0 : 0;
      const fa = a - ai;
      const fb = b - bi;
      const q = (bi * TABLE.across + ai) * 2;
      const r = q + TABLE.across * 2;
      const lowY = slab[q] + (slab[q + 2] - slab[q]) * fa;
      const highY = slab[r] + (slab[r + 2] - slab[r]) * fa;
      const lowZ = slab[q + 1] + (slab[q + 3] - slab[q + 1]) * fa;
      const highZ = slab[r + 1] + (slab[r + 3] - slab[r + 1]) * fa;
      vy = by * (lowY + (highY - lowY) * fb);
      vz = by * (lowZ + (highZ - lowZ) * fb);
      if (half === 1 && part > 0) {
        const nearY = other[q] + (other[q + 2] - other[q]) * fa;
        const farY = other[r] + (other[r + 2] - other[r]) * fa;
        const nearZ = other[q + 1] + (other[q + 3] - other[q + 1]) * fa;
        const farZ = other[r + 1] + (other[r + 3] - other[r + 1]) * fa;
        vy += part * (by * (nearY + (farY - nearY) * fb) - vy);
        vz += part * (by * (nearZ + (farZ - nearZ) * fb) - vz);
      }
      my = yi + vy / 2;
      mz = zi + vz / 2;
    }
    yi += vy;
    zi += vz;
    if (yi < 0) yi = 0;
    else if (yi > W) yi = W;
    if (zi < bottomMm) zi = bottomMm;
    else if (zi > h) zi = h;
  }
  y[i] = yi;
  z[i] = zi;
}
