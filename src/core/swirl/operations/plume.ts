import { generator } from "../../units/random";
import { amountsOf } from "../amounts";
import { WIDEST_GAP } from "../look";
import { alongLoaf, NOISE_MASK, NOISE_NODES, type NoiseTable, noiseAt, noiseTable } from "../noise";
import type { Deposited, DepositPaint } from "../paintDeposit";
import { type CompiledOperation, type Point, type Points, settle } from "../points";
import { PROFILE_NODES, type Profile } from "../profile";
import { PACKED, type Packer } from "../shader/packer";
import { solve } from "../solve";
import { readStretches, STRETCHES, stretchesOf } from "../stretches";

/** Closest that a stripe's middle comes to a wall, share of the width. */
const WALL_MARGIN = 0.02;
/** How unevenly deep a stripe is along the loaf, share of its height. */
const DEPTH_VARIATION = 0.16;
/** Least depth of a stripe where next to nothing is poured, share of its depth. */
const SHALLOWEST = 0.05;
/** How the wander is divided between along the loaf and up the stripe. */
const WANDER_ALONG = 0.75;
const WANDER_UP = 0.4;
const HEIGHT_PER_PERIOD_MM = 45;
const NODES = PROFILE_NODES - 1;
const HALF_NODE = 0.5 / NODES;

export interface PlumeInput extends Deposited {
  seed: number;
  /** Middle of the stripe, mm from the near wall; may lie anywhere, it is held inside the mould. */
  acrossMm: number;
  /** Lowest point of the stripe, mm above the floor, before it is deepened for want of room. */
  bottomMm: number;
  wobbleMm: number;
  profile: Profile;
  /** Middle at the ends of the stretches along the loaf, mm, where it is led otherwise than with a wobble about `acrossMm`. */
  middlesMm?: Float64Array;
  /** How much is poured at the ends of the stretches, of any scale; evenly where it is not said. */
  amounts?: Float64Array;
  /** How much less deep it reaches where less is poured: power of the amount, share of the most. */
  depthFollows?: number;
}

/** Lowest point that leaves the gap no wider than allowed, mm; null where even the floor is not deep enough. */
export function plumeBottomMm(
  bottomMm: number,
  levelMm: number,
  /** Where most is poured. */
  mostMm: number,
  profile: Profile,
  addsMm = mostMm,
): number | null {
  const top = levelMm + addsMm;
  const needed = (mostMm * profile.peak) / WIDEST_GAP;
  if (needed > top) return null;
  return Math.max(0, Math.min(bottomMm, top - needed));
}

/** Flat record of one plume. Maps are plain functions of it: closures would each have to warm up anew. */
interface Plume {
  colour: number;
  paint: DepositPaint | null;
  lengthMm: number;
  widthMm: number;
  topMm: number;
  addsMm: number;
  acrossMm: number;
  deepestMm: number;
  alongMm: number;
  upMm: number;
  phase: number;
  shear: number;
  along: NoiseTable;
  depth: NoiseTable;
  up: NoiseTable;
  p: Float64Array;
  cumulative: Float64Array;
  middles: Float64Array;
  bottoms: Float64Array;
  /** Amount along the loaf, mean 1, and its integral from the left end. */
  amounts: Float64Array;
  gathered: Float64Array;
  isEven: boolean;
  /** Its table at the cut that was drawn last, and where that lies, mm. */
  cut: Float64Array | null;
  cutAtMm: number;
}

/** Middle and lowest point of the stripe along the loaf, mm. */
const alongTables = (
  o: Omit<Plume, "middles" | "bottoms">,
  follows: number,
  most: number,
): { middles: Float64Array; bottoms: Float64Array } => ({
  middles: stretchesOf((share) => o.acrossMm + o.alongMm * noiseAt(o.along, alongLoaf(share, 1))),
  bottoms: stretchesOf((share) => {
    const deepest = o.deepestMm * (1 - DEPTH_VARIATION * (0.5 + 0.5 * noiseAt(o.depth, alongLoaf(share, 1))));
    if (follows === 0) return deepest;
    const reached = Math.max(SHALLOWEST, (o.amounts[Math.round(share * STRETCHES)] / most) ** follows);
    return o.topMm - (o.topMm - deepest) * reached;
  }),
});
/** Positive for every u on the loaf, so that cutting off a fraction rounds down. */
const upPhase = (o: Plume, u: number) => 1 + o.phase + o.shear * u;

/**
 * A stripe along the loaf that punches in, more at some places than at others: amount X(x') with mean 1, d = dh X. In the frame after the pour:
 * t = (z'-zb)/(zt-zb), gap f = d/(zt-zb) p(t) as a share of the width, F = d P(t), middle yc = y0 + wobble(x',z'), a = yc (1-f). Left of the gap
 * y = y'/(1-f), right of it y = (y'-fW)/(1-f). Batter moves along the loaf to where less was poured: c = (h1 - d)/h, x the integral of c, z = (z'-F)/c.
 * The determinant is exactly 1 for any wobble; x hangs on x' alone, so that a cut stays a cut.
 * @throws when the gap cannot be held below its limit: check with {@link plumeBottomMm} first
 */
export function compilePlume(input: PlumeInput): CompiledOperation {
  const { amounts, gathered, most } = amountsOf(input.amounts);
  const deepestMm = plumeBottomMm(input.bottomMm, input.levelMm, input.addsMm * most, input.profile, input.addsMm);
  if (deepestMm === null) throw new Error("plume: the pour is too wide for the batter below it");
  const random = generator(input.seed);
  const given = {
    colour: input.colour,
    paint: input.paint ?? null,
    lengthMm: input.lengthMm,
    widthMm: input.widthMm,
    topMm: input.levelMm + input.addsMm,
    addsMm: input.addsMm,
    acrossMm: input.acrossMm,
    deepestMm,
    alongMm: input.wobbleMm * WANDER_ALONG,
    upMm: input.wobbleMm * WANDER_UP,
    along: noiseTable(random, 2, 6),
    depth: noiseTable(random, 2, 5),
    up: noiseTable(random, 1, 3),
    phase: random(),
    shear: random() - 0.5,
    p: input.profile.p,
    cumulative: input.profile.cumulative,
    amounts,
    gathered,
    isEven: input.amounts === undefined,
    cut: null,
    cutAtMm: Number.NaN,
  };
  const plume: Plume = { ...given, ...alongTables(given, input.depthFollows ?? 0, most) };
  if (input.middlesMm) plume.middles = input.middlesMm;
  return {
    pack: (out) => (plume.paint === null ? packPlume(plume, out) : null),
    kind: "plume",
    keepsSection: true,
    levelMm: plume.topMm,
    inverse(points, fineness) {
      const at = points.sectionX;
      if (fineness < 1 && at !== null) plumeByTable(plume, points, at);
      else {
        settle(points);
        plumeInverse(plume, points);
      }
      if (at === null || plume.isEven) return;
      points.sectionX = before(plume, at).x;
      points.isXStale ||= fineness < 1;
    },
    forward: (point) => plumeForward(plume, point),
  };
}

function packPlume(o: Plume, out: Packer): number[] {
  const phase = upPhase(o, 0) * NOISE_NODES;
  const perMm = (upPhase(o, alongLoaf(o.lengthMm, o.lengthMm)) * NOISE_NODES - phase) / o.lengthMm;
  const sizes = [o.lengthMm, o.widthMm, o.topMm, o.addsMm, o.colour, o.upMm, phase, perMm];
  const tables = [o.middles, o.bottoms, o.amounts, o.gathered, o.p, o.cumulative, o.up].map((t) => out.table(t));
  return [PACKED.plume, ...sizes, NOISE_NODES / HEIGHT_PER_PERIOD_MM, o.widthMm * WALL_MARGIN, ...tables];
}

/** Amount at a place along the loaf after the pour, how much batter below is drawn together there, and where it was before, mm. */
function before(o: Plume, x: number): { adds: number; c: number; x: number } {
  const levelMm = o.topMm - o.addsMm;
  const along = Math.min(STRETCHES, Math.max(0, (x / o.lengthMm) * STRETCHES));
  const j = along | 0;
  const part = along - j;
  const amount = o.amounts[j] + (o.amounts[j + 1] - o.amounts[j]) * part;
  const sum = o.gathered[j] + ((o.amounts[j] + amount) * part) / (2 * STRETCHES);
  const adds = o.addsMm * amount;
  return { adds, c: (o.topMm - adds) / levelMm, x: (o.topMm * x - o.lengthMm * o.addsMm * sum) / levelMm };
}

function plumeInverse(o: Plume, points: Points): void {
  const { x, y, z, live, liveCount, colour: claimed } = points;
  const { p, cumulative, up, topMm: top, widthMm: wide, upMm, colour, middles, bottoms, paint, amounts, gathered } = o;
  const perLevel = 1 / (top - o.addsMm);
  const halfStretch = 0.5 / STRETCHES;
  const perAmount = o.lengthMm * o.addsMm;
  const low = wide * WALL_MARGIN;
  const high = wide - low;
  const perMm = NOISE_NODES / HEIGHT_PER_PERIOD_MM;
  const perLength = STRETCHES / o.lengthMm;
  const phaseAt0 = upPhase(o, 0) * NOISE_NODES;
  const phasePerMm = (upPhase(o, alongLoaf(o.lengthMm, o.lengthMm)) * NOISE_NODES - phaseAt0) / o.lengthMm;
  let kept = 0;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const xi = x[i];
    const zi = z[i];
    const along = xi * perLength;
    const j = along | 0;
    const part = along - j;
    const zb = bottoms[j] + (bottoms[j + 1] - bottoms[j]) * part;
    const amount = amounts[j] + (amounts[j + 1] - amounts[j]) * part;
    const adds = o.addsMm * amount;
    let fallen = 0;
    if (zi > zb) {
      const perSpan = NODES / (top - zb);
      const t = (zi - zb) * perSpan;
      const k = t >= NODES ? NODES - 1 : t | 0;
      const frac = t >= NODES ? 1 : t - k;
      const pa = p[k];
      const pk = pa + (p[k + 1] - pa) * frac;
      const lifted = cumulative[k] + (pa + pk) * frac * HALF_NODE;
      const f = (adds * perSpan * pk) / NODES;
      const w = phaseAt0 + phasePerMm * xi + zi * perMm;
      const wi = w | 0;
      const na = up[wi & NOISE_MASK];
      const y0 = middles[j] + (middles[j + 1] - middles[j]) * part;
      let yc = y0 + upMm * (na + (up[(wi + 1) & NOISE_MASK] - na) * (w - wi));
      if (yc < low) yc = low;
      else if (yc > high) yc = high;
      const yi = y[i];
      const left = 1 - f;
      const a = yc * left;
      const gap = f * wide;
      if (yi < a) y[i] = yi / left;
      else if (yi >= a + gap) y[i] = (yi - gap) / left;
      else {
        claimed[i] = paint === null ? colour : paint(xi / o.lengthMm, (yi - a) / gap, lifted);
        continue;
      }
      fallen = adds * lifted;
    }
    if (o.isEven) z[i] = zi - fallen;
    else {
      z[i] = ((zi - fallen) * (top - o.addsMm)) / (top - adds);
      x[i] = (top * xi - perAmount * (gathered[j] + (amounts[j] + amount) * part * halfStretch)) * perLevel;
    }
    live[kept++] = i;
  }
  points.liveCount = kept;
}

/** Nodes of a plume's table from its lowest point to the surface. */
const TABLE_NODES = 128;
/** Less than this is nothing poured, mm. */
const NOTHING_MM = 1e-6;
/** Place in the table of the lowest point; after it what is poured there, mm, and how much higher what lay there stood before. */
const ZB_PLACE = (TABLE_NODES + 2) * 4;

/** The plume at one place along the loaf, by height: where the gap begins, its width, 1/(1-f), the lift; mm. */
function tableAt(o: Plume, x: number): Float64Array {
  const u = alongLoaf(x, o.lengthMm);
  const zb = readStretches(o.bottoms, x, o.lengthMm);
  const y0 = readStretches(o.middles, x, o.lengthMm);
  const low = o.widthMm * WALL_MARGIN;
  const { adds, c } = before(o, x);
  const table = new Float64Array(ZB_PLACE + 3);
  for (let k = 0; k <= TABLE_NODES + 1; k++) {
    const z = zb + ((o.topMm - zb) * Math.min(k, TABLE_NODES)) / TABLE_NODES;
    const { f, F } = gapAt(o, zb, z, adds);
    const wander = o.upMm * noiseAt(o.up, upPhase(o, u) + z / HEIGHT_PER_PERIOD_MM);
    const yc = Math.min(o.widthMm - low, Math.max(low, y0 + wander));
    table.set([yc * (1 - f), f * o.widthMm, 1 / (1 - f), F], k * 4);
  }
  table[ZB_PLACE] = zb;
  table[ZB_PLACE + 1] = adds;
  table[ZB_PLACE + 2] = 1 / c;
  return table;
}

/** The inverse on one cut across, read off a table: for pictures, where a hundredth of a millimetre does not show. */
function plumeByTable(o: Plume, points: Points, atMm: number): void {
  const { y, z, live, liveCount, colour: claimed } = points;
  const { colour, paint, topMm: top } = o;
  if (o.cutAtMm !== atMm || !o.cut) {
    o.cut = tableAt(o, atMm);
    o.cutAtMm = atMm;
  }
  const table = o.cut;
  const zb = table[ZB_PLACE];
  const [adds, stretch] = [table[ZB_PLACE + 1], table[ZB_PLACE + 2]];
  if (adds < NOTHING_MM) {
    if (stretch !== 1) for (let n = 0; n < liveCount; n++) z[live[n]] *= stretch;
    return;
  }
  const perMm = TABLE_NODES / (top - zb);
  let kept = 0;
  for (let n = 0; n < liveCount; n++) {
    const i = live[n];
    const zi = z[i];
    if (zi > zb) {
      const t = (zi - zb) * perMm;
      const k = t >= TABLE_NODES ? TABLE_NODES : t | 0;
      const part = t - k;
      const q = k << 2;
      const gap = table[q + 1] + (table[q + 5] - table[q + 1]) * part;
      const a = table[q] + (table[q + 4] - table[q]) * part;
      const yi = y[i];
      if (yi < a) y[i] = yi * (table[q + 2] + (table[q + 6] - table[q + 2]) * part);
      else if (yi >= a + gap) y[i] = (yi - gap) * (table[q + 2] + (table[q + 6] - table[q + 2]) * part);
      else {
        const lift = table[q + 3] + (table[q + 7] - table[q + 3]) * part;
        claimed[i] = paint ? paint(atMm / o.lengthMm, (yi - a) / gap, lift / adds) : colour;
        continue;
      }
      z[i] = (zi - (table[q + 3] + (table[q + 7] - table[q + 3]) * part)) * stretch;
    } else z[i] = zi * stretch;
    live[kept++] = i;
  }
  points.liveCount = kept;
}

/** Gap f and lift F at a height after the pour, as in the inverse. */
function gapAt(o: Plume, zb: number, zAfter: number, adds: number): { f: number; F: number } {
  const t = Math.min(NODES, Math.max(0, ((zAfter - zb) / (o.topMm - zb)) * NODES));
  const k = Math.min(NODES - 1, Math.floor(t));
  const frac = t - k;
  const pk = o.p[k] + (o.p[k + 1] - o.p[k]) * frac;
  return { f: (adds / (o.topMm - zb)) * pk, F: adds * (o.cumulative[k] + (o.p[k] + pk) * frac * HALF_NODE) };
}

function plumeForward(o: Plume, point: Point): void {
  if (!o.isEven) point.x = solve((x) => before(o, x).x, point.x, 0, o.lengthMm);
  const { adds, c } = before(o, point.x);
  const u = alongLoaf(point.x, o.lengthMm);
  const zb = readStretches(o.bottoms, point.x, o.lengthMm);
  const low = point.z * c;
  if (low <= zb) {
    point.z = low;
    return;
  }
  point.z = solve((z) => z - gapAt(o, zb, z, adds).F, low, low, o.topMm);
  const { f } = gapAt(o, zb, point.z, adds);
  const wander = o.upMm * noiseAt(o.up, upPhase(o, u) + point.z / HEIGHT_PER_PERIOD_MM);
  const near = o.widthMm * WALL_MARGIN;
  const yc = Math.min(o.widthMm - near, Math.max(near, readStretches(o.middles, point.x, o.lengthMm) + wander));
  point.y = point.y < yc ? point.y * (1 - f) : point.y * (1 - f) + f * o.widthMm;
}
