import { generator } from "../../units/random";
import { alongLoaf, type NoiseTable, noiseAt, noiseTable } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";
import { CHUNK, GROUP, type Substeps, substepsOf } from "../substeps";
import { dragAt } from "../toolDepth";
import type { Path } from "../ways";

export interface StrokeInput {
  seed: number;
  /** Plane that the tool moves in: a rod stands along z and moves in x-y; a wire lies along x and moves in y-z. */
  plane: "xy" | "yz";
  /** Way of the tool in its plane, mm. */
  path: Path;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  /** Radius of what is dragged along, mm. */
  reachMm: number;
  /** Share of the tool's movement that batter on its line follows, 0..1. */
  coupling: number;
  /** Height of the tool's tip above the floor, mm; it drags from there up, fading in over `fadeMm` below it. For a rod. */
  tipMm: number;
  fadeMm: number;
  /** Share of the drag that is lost from the surface down to the floor, 0..1. For a rod. */
  lossAtFloor: number;
  /** How far the way wanders with the third coordinate, mm. */
  wanderMm: number;
}

const LAMBDA_PER_REACH = 1 / 2.2;
/** Near walls the flow bends within a few millimetres, however far it reaches. */
export const LONGEST_LAMBDA_MM = 4.5;
/** Steps per wavelength of a first picture, and its fineness. */
const COARSE_STEPS = 0.7;
const COARSE = 0.25;
/** Distance over which walls and surface hold the flow back, share of the reach; and where the tool touches them, mm. */
const WALL_SHARE = 0.6;
const TOUCH_MM = 3;
const TOUCH_SHARE = 0.12;

interface Stroke extends StrokeInput {
  sizeA: number;
  sizeB: number;
  wall: number;
  wanderA: NoiseTable;
  wanderB: NoiseTable;
  cache: Map<number, Substeps>;
}

const stepsAt = (o: Stroke, fineness: number): Substeps => {
  const perLambda = fineness <= COARSE ? COARSE_STEPS : Math.max(1, Math.round(3 * fineness));
  const known = o.cache.get(perLambda);
  if (known) return known;
  const lambdaMm = Math.min(LONGEST_LAMBDA_MM, o.reachMm * LAMBDA_PER_REACH);
  const made = substepsOf(o.path, lambdaMm / perLambda, o.coupling);
  o.cache.set(perLambda, made);
  return made;
};

/**
 * A tool drawn through batter: in its plane a divergence-free flow with stream function psi = c C G w, C = D x r, G = (1 - |r|^2/R^2)^3, w the product of
 * wall factors t(2-t); midpoint rule, the last substep first for the inverse. Substeps out of reach are passed over by two levels of boxes.
 */
export function compileStroke(input: StrokeInput): CompiledOperation {
  const random = generator(input.seed);
  const isRod = input.plane === "xy";
  const stroke: Stroke = {
    ...input,
    sizeA: isRod ? input.lengthMm : input.widthMm,
    sizeB: isRod ? input.widthMm : input.levelMm,
    wall: Math.max(TOUCH_MM, Math.min(WALL_SHARE * input.reachMm, TOUCH_MM + TOUCH_SHARE * input.reachMm)),
    wanderA: noiseTable(random, 1, 4),
    wanderB: noiseTable(random, 1, 4),
    cache: new Map(),
  };
  return {
    kind: isRod ? "rod" : "wire",
    isMovement: true,
    levelMm: input.levelMm,
    inverse: (points, fineness) => inverse(stroke, points, fineness),
    forward: (point) => forward(stroke, point),
  };
}

const shiftU = (o: Stroke, third: number) =>
  o.plane === "xy" ? third / Math.max(60, o.levelMm) : alongLoaf(third, o.lengthMm);

function inverse(o: Stroke, points: Points, fineness: number): void {
  const { x, y, z, live, liveCount } = points;
  const steps = stepsAt(o, fineness);
  if (steps.count === 0) return;
  const isRod = o.plane === "xy";
  const [a, b, third] = isRod ? [x, y, z] : [y, z, x];
  const fixed = !isRod && points.sectionX !== null;
  let sa = 0;
  let sb = 0;
  if (fixed) {
    const u = shiftU(o, points.sectionX!);
    sa = o.wanderMm * noiseAt(o.wanderA, u);
    sb = o.wanderMm * noiseAt(o.wanderB, u);
  }
  if (isRod) points.sectionX = null;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const d = isRod ? dragAt(o, z[i]) : 1;
    if (d === 0) continue;
    if (!fixed) {
      const u = shiftU(o, third[i]);
      sa = o.wanderMm * noiseAt(o.wanderA, u);
      sb = o.wanderMm * noiseAt(o.wanderB, u);
    }
    carryBack(o, steps, a, b, i, sa, sb, d);
  }
}

/** Takes slot `i` back through all substeps that reach it. The inner loop keeps plain locals: it is the hottest of the model. */
function carryBack(
  o: Stroke,
  s: Substeps,
  a: Float64Array,
  b: Float64Array,
  i: number,
  sa: number,
  sb: number,
  d: number,
): void {
  const R = o.reachMm;
  const R2 = R * R;
  const inv = 1 / R2;
  const { wall, sizeA, sizeB } = o;
  const [farA, farB] = [sizeA - wall, sizeB - wall];
  const { groups, chunks, midA, midB, stepA, stepB, strength, count } = s;
  const chunkCount = chunks.length / 4;
  let pa = a[i];
  let pb = b[i];
  for (let g = groups.length / 4 - 1; g >= 0; g--) {
    const q = g * 4;
    if (
      pa < groups[q] + sa - R ||
      pa > groups[q + 1] + sa + R ||
      pb < groups[q + 2] + sb - R ||
      pb > groups[q + 3] + sb + R
    )
      continue;
    const lastChunk = Math.min(chunkCount, (g + 1) * GROUP) - 1;
    for (let c = lastChunk; c >= g * GROUP; c--) {
      const k = c * 4;
      if (
        pa < chunks[k] + sa - R ||
        pa > chunks[k + 1] + sa + R ||
        pb < chunks[k + 2] + sb - R ||
        pb > chunks[k + 3] + sb + R
      )
        continue;
      const last = Math.min(count, (c + 1) * CHUNK) - 1;
      for (let j = last; j >= c * CHUNK; j--) {
        const ra = pa - midA[j] - sa;
        const rb = pb - midB[j] - sb;
        const r2 = ra * ra + rb * rb;
        if (r2 >= R2) continue;
        if (pa < wall || pa > farA || pb < wall || pb > farB) {
          step(o, s, j, pa, pb, sa, sb, -d);
          pa = stepped.a;
          pb = stepped.b;
          continue;
        }
        const da = stepA[j];
        const db = stepB[j];
        const by = strength[j] * d;
        let m = 1 - r2 * inv;
        let slope = -6 * m * m * inv * (da * rb - db * ra);
        let G = m * m * m;
        const ha = ra - 0.5 * by * (da * G + slope * rb);
        const hb = rb - 0.5 * by * (db * G - slope * ra);
        m = 1 - (ha * ha + hb * hb) * inv;
        if (m <= 0) continue;
        slope = -6 * m * m * inv * (da * hb - db * ha);
        G = m * m * m;
        pa -= by * (da * G + slope * hb);
        pb -= by * (db * G - slope * ha);
        if (pa < 0) pa = 0;
        else if (pa > sizeA) pa = sizeA;
        if (pb < 0) pb = 0;
        else if (pb > sizeB) pb = sizeB;
      }
    }
  }
  a[i] = pa;
  b[i] = pb;
}

const stepped = { a: 0, b: 0 };

/** One midpoint step of a substep's flow, forward for positive `d`, back for negative. False when out of reach. */
function step(o: Stroke, s: Substeps, j: number, pa: number, pb: number, sa: number, sb: number, d: number): boolean {
  const inv = 1 / (o.reachMm * o.reachMm);
  const ca = s.midA[j] + sa;
  const cb = s.midB[j] + sb;
  const far = 1 - ((pa - ca) * (pa - ca) + (pb - cb) * (pb - cb)) * inv;
  if (far <= 0) return false;
  const da = s.stepA[j];
  const db = s.stepB[j];
  const strength = s.strength[j] * d;
  const { sizeA, sizeB, wall } = o;
  const invWall = 1 / wall;
  let ma = pa;
  let mb = pb;
  let ua = 0;
  let ub = 0;
  for (let half = 0; half < 2; half++) {
    const ra = ma - ca;
    const rb = mb - cb;
    const m = 1 - (ra * ra + rb * rb) * inv;
    if (m <= 0) {
      ua = 0;
      ub = 0;
      break;
    }
    let wa = 1;
    let dwa = 0;
    if (ma < wall) {
      const t = Math.max(0, ma * invWall);
      wa = t * (2 - t);
      dwa = (2 - 2 * t) * invWall;
    } else if (sizeA - ma < wall) {
      const t = Math.max(0, (sizeA - ma) * invWall);
      wa = t * (2 - t);
      dwa = (2 * t - 2) * invWall;
    }
    let wb = 1;
    let dwb = 0;
    if (mb < wall) {
      const t = Math.max(0, mb * invWall);
      wb = t * (2 - t);
      dwb = (2 - 2 * t) * invWall;
    } else if (sizeB - mb < wall) {
      const t = Math.max(0, (sizeB - mb) * invWall);
      wb = t * (2 - t);
      dwb = (2 * t - 2) * invWall;
    }
    const G = m * m * m;
    const dG = -6 * m * m * inv;
    const C = da * rb - db * ra;
    ua = strength * wa * (da * G * wb + C * (dG * rb * wb + G * dwb));
    ub = -strength * wb * (-db * G * wa + C * (dG * ra * wa + G * dwa));
    if (half === 0) {
      ma = pa + ua / 2;
      mb = pb + ub / 2;
    }
  }
  stepped.a = Math.min(sizeA, Math.max(0, pa + ua));
  stepped.b = Math.min(sizeB, Math.max(0, pb + ub));
  return true;
}

function forward(o: Stroke, point: Point): void {
  const s = stepsAt(o, 1);
  const isRod = o.plane === "xy";
  const d = isRod ? dragAt(o, point.z) : 1;
  if (d === 0) return;
  const u = shiftU(o, isRod ? point.z : point.x);
  const sa = o.wanderMm * noiseAt(o.wanderA, u);
  const sb = o.wanderMm * noiseAt(o.wanderB, u);
  let pa = isRod ? point.x : point.y;
  let pb = isRod ? point.y : point.z;
  for (let j = 0; j < s.count; j++) {
    if (!step(o, s, j, pa, pb, sa, sb, d)) continue;
    pa = stepped.a;
    pb = stepped.b;
  }
  if (isRod) {
    point.x = pa;
    point.y = pb;
  } else {
    point.y = pa;
    point.z = pb;
  }
}
