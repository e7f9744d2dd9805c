import { generator } from "../../units/random";
import { NOISE_MASK, NOISE_NODES, type NoiseTable, noiseTable } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { PACKED, type Packer } from "../shader/packer";

/** A patch of batter that turns about its middle and leaves all around it where it was. In its plane, in the units of the plane. */
export interface Eddy {
  /** Middle. */
  a: number;
  b: number;
  reachA: number;
  reachB: number;
  /** Turn in the middle, radians, -2.8..2.8; positive from a to b. */
  angle: number;
}

/** Eddies of one plane, whose middles and turns drift with the third coordinate. */
export interface EddyGroup {
  count: number;
  /** Per eddy: middle a, b; its drift by either noise for a and for b; 1/reachA, 1/reachB, tangent of half the turn; reachA and its drift together. */
  rows: Float64Array;
  first: NoiseTable;
  second: NoiseTable;
  /** Size of the plane; `wraps`: b is an angle and goes round. */
  sizeA: number;
  sizeB: number;
  wraps: boolean;
  /** Length of the third coordinate, and how many times the noise runs over it. */
  sizeC: number;
}

const ROW = 10;
/** Periods of the noise over the third coordinate: not a whole number, or one end would be like the other. */
const PERIODS = 0.93;
/** The turn varies with the third coordinate by so much about this share of it. */
const TURN = { mean: 0.65, varies: 0.35 } as const;
/** An eddy smaller than this share of a plane's side is left out. */
const SMALLEST = 0.004;

export interface EddyGroupInput {
  seed: number;
  sizeA: number;
  sizeB: number;
  sizeC: number;
  wraps?: boolean;
  /** How far a middle drifts at most, share of the reach each way. */
  drift: number;
  /** Waves of the drift over the third coordinate. */
  waves: readonly [number, number];
  eddies: readonly Eddy[];
  /** Noise over the third coordinate that all middles follow along a, and how far. */
  follows?: { noise: NoiseTable; by: number };
}

/** Prepares eddies: each is held, with all its drift, inside the plane. */
export function eddyGroup(input: EddyGroupInput): EddyGroup {
  const random = generator(input.seed);
  const { sizeA, sizeB, sizeC, wraps = false } = input;
  const rows: number[] = [];
  for (const e of input.eddies) {
    const [u, v, w] = [random(), random(), random()];
    const roomA = input.follows ? sizeA / 2 - input.follows.by : sizeA / 2 / (1 + input.drift);
    const reachA = Math.min(e.reachA, roomA);
    const reachB = wraps ? Math.min(e.reachB, sizeB / 2) : Math.min(e.reachB, sizeB / 2 / (1 + input.drift));
    if (reachA < SMALLEST * sizeA || reachB < SMALLEST * sizeB) continue;
    const driftA = input.follows?.by ?? input.drift * reachA;
    const driftB = input.drift * reachB;
    const hold = (at: number, room: number, size: number) => Math.min(size - room, Math.max(room, at));
    const a = hold(e.a, reachA + driftA, sizeA);
    const b = wraps ? e.b - sizeB * Math.floor(e.b / sizeB) : hold(e.b, reachB + driftB, sizeB);
    const share = input.follows ? 1 : u;
    rows.push(
      a,
      b,
      driftA * share,
      driftA * (1 - share),
      driftB * (v - 0.5) * 2 * w,
      driftB * (1 - Math.abs(v - 0.5) * 2),
    );
    rows.push(1 / reachA, 1 / reachB, Math.tan(e.angle / 2), reachA + driftA);
  }
  return {
    count: rows.length / ROW,
    rows: Float64Array.from(rows),
    first: input.follows?.noise ?? noiseTable(random, ...input.waves),
    second: noiseTable(random, ...input.waves),
    sizeA,
    sizeB,
    wraps,
    sizeC,
  };
}

const scratch = { first: new Float64Array(0), second: new Float64Array(0) };

function readNoise(table: NoiseTable, c: number, perC: number): number {
  const p = c * perC;
  const i = p | 0;
  const value = table[i & NOISE_MASK];
  return value + (table[(i + 1) & NOISE_MASK] - value) * (p - i);
}

/**
 * Turns samples in a plane: m = 1 - |(p - c)/r|^2 inside an eddy, by the angle whose half has the tangent t = tan(angle/2) m^2 (0.65 + 0.35 n(third)).
 * It hangs on the distance in units of the reach alone, so that areas are kept exactly.
 * @param direction -1 from after to before, 1 the other way
 * @param common third coordinate where all samples share it, else null
 * @param c its values where they do not
 * @param lowA,highA least and most a of the samples where that is known: eddies elsewhere are passed over. Gives back whether any sample may have moved
 */
export function turnEddies(
  group: EddyGroup,
  a: Float64Array,
  b: Float64Array,
  c: Float64Array,
  common: number | null,
  live: Int32Array,
  count: number,
  direction: 1 | -1,
  lowA = 0,
  highA = group.sizeA,
): boolean {
  const { rows, sizeB, wraps, first, second } = group;
  const perC = (PERIODS * NOISE_NODES) / group.sizeC;
  const half = sizeB / 2;
  let hasMoved = false;
  if (common === null) {
    if (scratch.first.length < a.length) {
      scratch.first = new Float64Array(a.length);
      scratch.second = new Float64Array(a.length);
    }
    for (let n = 0; n < count; n++) {
      const i = live[n];
      scratch.first[n] = readNoise(first, c[i], perC);
      scratch.second[n] = readNoise(second, c[i], perC);
    }
  }
  const n1 = common === null ? 0 : readNoise(first, common, perC);
  const n2 = common === null ? 0 : readNoise(second, common, perC);
  const start = direction < 0 ? group.count - 1 : 0;
  for (let e = start; e >= 0 && e < group.count; e += direction) {
    const q = e * ROW;
    const [midA, midB, a1, a2] = [rows[q], rows[q + 1], rows[q + 2], rows[q + 3]];
    const [b1, b2, perA, perB, tangent, room] = [
      rows[q + 4],
      rows[q + 5],
      rows[q + 6],
      rows[q + 7],
      rows[q + 8] * direction,
      rows[q + 9],
    ];
    if (midA + room < lowA || midA - room > highA) continue;
    hasMoved = true;
    lowA = Math.min(lowA, midA - room);
    highA = Math.max(highA, midA + room);
    if (common !== null) {
      const ca = midA + a1 * n1 + a2 * n2;
      const cb = midB + b1 * n1 + b2 * n2;
      const turn = tangent * (TURN.mean + TURN.varies * n1);
      for (let n = 0; n < count; n++) {
        const i = live[n];
        const u = (a[i] - ca) * perA;
        const m1 = 1 - u * u;
        if (m1 <= 0) continue;
        let db = b[i] - cb;
        if (wraps) db -= db > half ? sizeB : db < -half ? -sizeB : 0;
        const v = db * perB;
        const m = m1 - v * v;
        if (m <= 0) continue;
        const t = turn * m * m;
        const d = 1 / (1 + t * t);
        const cos = (1 - t * t) * d;
        const sin = 2 * t * d;
        a[i] = ca + (u * cos - v * sin) / perA;
        b[i] = cb + (u * sin + v * cos) / perB;
      }
      continue;
    }
    for (let n = 0; n < count; n++) {
      const i = live[n];
      const f = scratch.first[n];
      const ca = midA + a1 * f + a2 * scratch.second[n];
      const u = (a[i] - ca) * perA;
      const m1 = 1 - u * u;
      if (m1 <= 0) continue;
      const cb = midB + b1 * f + b2 * scratch.second[n];
      let db = b[i] - cb;
      if (wraps) db -= db > half ? sizeB : db < -half ? -sizeB : 0;
      const v = db * perB;
      const m = m1 - v * v;
      if (m <= 0) continue;
      const t = tangent * (TURN.mean + TURN.varies * f) * m * m;
      const d = 1 / (1 + t * t);
      const cos = (1 - t * t) * d;
      const sin = 2 * t * d;
      a[i] = ca + (u * cos - v * sin) / perA;
      b[i] = cb + (u * sin + v * cos) / perB;
    }
  }
  if (wraps && hasMoved)
    for (let n = 0; n < count; n++) {
      const i = live[n];
      b[i] -= sizeB * Math.floor(b[i] / sizeB);
    }
  return hasMoved;
}

/** Numbers of a group for the shader. */
export const packEddies = (group: EddyGroup, out: Packer): number[] => [
  group.count,
  group.sizeB,
  group.wraps ? 1 : 0,
  (PERIODS * NOISE_NODES) / group.sizeC,
  out.table(group.first),
  out.table(group.second),
  out.table(group.rows),
];

export type EddyPlane = "yz" | "xz" | "xy";
const AXES = { yz: ["y", "z", "x"], xz: ["x", "z", "y"], xy: ["x", "y", "z"] } as const;

export interface EddiesInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  plane: EddyPlane;
  drift: number;
  waves: readonly [number, number];
  /** Middles and reaches in mm, a along the first letter of the plane. */
  eddies: readonly Eddy[];
  follows?: EddyGroupInput["follows"];
}

/** Eddies that a stream or a hand leaves in what lies in the mould. */
export function compileEddies(input: EddiesInput): CompiledOperation {
  const { plane, levelMm } = input;
  const [a, b, c] = AXES[plane];
  const size = { x: input.lengthMm, y: input.widthMm, z: levelMm };
  const group = eddyGroup({ ...input, sizeA: size[a], sizeB: size[b], sizeC: size[c] });
  const isAlong = plane !== "yz";
  return {
    kind: "eddies",
    pack: (out) => [PACKED.eddies, ["yz", "xz", "xy"].indexOf(plane), 0, 0, ...packEddies(group, out)],
    isMovement: true,
    movesAlong: isAlong,
    keepsSection: !isAlong,
    levelMm,
    inverse(points: Points) {
      const { live, liveCount, sectionX } = points;
      const common = isAlong ? null : sectionX;
      const [low, high] = isAlong && sectionX !== null ? [sectionX, sectionX] : [0, size[a]];
      const hasMoved = turnEddies(group, points[a], points[b], points[c], common, live, liveCount, -1, low, high);
      if (isAlong && hasMoved) points.sectionX = null;
    },
    forward(point: Point) {
      const [as, bs, cs] = [Float64Array.of(point[a]), Float64Array.of(point[b]), Float64Array.of(point[c])];
      turnEddies(group, as, bs, cs, null, Int32Array.of(0), 1, 1);
      point[a] = as[0];
      point[b] = bs[0];
    },
  };
}
