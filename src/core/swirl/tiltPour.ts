import { gauss, generator, hashSeed } from "../units/random";
import { area, type Build, type DesignPour, deposit } from "./build";
import { type EddiesLeft, eddiesOver, leaveEddies } from "./hands";
import { thinness } from "./look";
import { rowOf } from "./marble";
import { eddyGroup } from "./operations/eddies";
import { byThickness, type SheetHand, sheetTree } from "./operations/sheetTree";
import { compileSlope } from "./operations/slope";
import { makePot, type Pot } from "./pot";

/** Some of one colour in the order in which it leaves the cup or the pot. */
export interface Poured {
  colour: number;
  volumeMm3: number;
}

const SPREAD_BINS = 4000;
/** How far the colours of a stack run into each other on the way out, motions of the hand: thick, and more when thin. */
const RUNS = { thick: 1, thin: 1.3 } as const;
/** Motions of the hand in all: fewest, most; of them for every planned stroke. */
const MOTIONS = { fewest: 40, most: 90, perStroke: 2.2, thickShare: 0.72 } as const;
const UNEQUAL = { thick: 0.3, thin: 0.1 } as const;
/** Less of a colour than this share of all waits for the next motion. */
const LEAST_FILAMENT = 0.0035;
const TILT = 1.3;
/** How unevenly a parting of two sheets lies, and one of more by what it parts: from so many mm on, the thickest first. */
const UNEVEN_PAIR = { gain: 1.35, waves: 6, along: 10 } as const;
const UNEVEN_SHEETS = [
  { fromMm: 30, gain: 0.16, waves: 3, along: 4 },
  { fromMm: 12, gain: 0.3, waves: 4, along: 7 },
  { fromMm: 5, gain: 0.55, waves: 4, along: 7 },
  { fromMm: 0, gain: 0.9, waves: 6, along: 10 },
] as const;
/** A thick batter lies more unevenly than a thin one by so much. */
const UNEVEN_GAIN = { thick: 1.15, thin: -0.3 } as const;
const handOf = (thin: number): SheetHand =>
  byThickness(UNEVEN_SHEETS, UNEVEN_PAIR, UNEVEN_GAIN.thick + UNEVEN_GAIN.thin * thin);
/** Long flat eddies in the sheets while they slide, shares of the chart; and what setting the mould down leaves, mm. */
const SLIDING = { count: 14, reachA: [0.1, 0.26], reachB: [0.025, 0.075], turn: [0.5, 1.4] } as const;
const SLIDING_DRIFT = 0.4;
const SET_DOWN: readonly EddiesLeft[] = [
  { plane: "xz", count: 4, reachA: [30, 60], reachB: [9, 16], turn: [0.3, 0.8] },
  { plane: "yz", count: 6, reachA: [13, 24], reachB: [9, 18], turn: [0.3, 0.75], waves: [2, 6] },
];
const FULL_TILT_SHARE = 0.34;
const START_TILT_DEG = 30;
const STEEPEST = 0.9;

type PotPour = Extract<DesignPour, { kind: "potPour" }>;

/** Shares of every colour along what is poured, spread by a box of so many bins either way, twice, thrown back at the ends: no colour is lost. */
function spread(list: readonly Poured[], total: number, reach: number): Map<number, Float64Array> {
  const profile = new Map<number, Float64Array>();
  let from = 0;
  for (const { colour, volumeMm3 } of list) {
    const bins = profile.get(colour) ?? new Float64Array(SPREAD_BINS);
    profile.set(colour, bins);
    const to = from + (volumeMm3 / total) * SPREAD_BINS;
    for (let i = Math.floor(from); i < Math.min(SPREAD_BINS, Math.ceil(to)); i++)
      bins[i] += Math.min(to, i + 1) - Math.max(from, i);
    from = to;
  }
  if (reach < 1) return profile;
  for (const [colour, bins] of profile) profile.set(colour, boxed(boxed(bins, reach), reach));
  return profile;
}

function boxed(bins: Float64Array, reach: number): Float64Array {
  const n = bins.length;
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) sums[i + 1] = sums[i] + bins[i];
  /** Sum from 0 to a place that may lie beyond the ends, where all is mirrored. */
  const upTo = (at: number): number => (at < 0 ? -sums[-at] : at > n ? 2 * sums[n] - sums[2 * n - at] : sums[at]);
  const width = 2 * reach + 1;
  return Float64Array.from(bins, (_, i) => (upTo(i + reach + 1) - upTo(i - reach)) / width);
}

/** Share of the colour that is most of a motion which leaves before the others. */
const AHEAD = { from: 0.3, varies: 0.4 } as const;

/** The filaments in which a stream leaves: each motion of the hand carries the colours that have come to the lip, the most of them around the others. */
function filamentsOf(list: readonly Poured[], motions: number, runs: number, unequal: number, seed: number): Poured[] {
  const total = list.reduce((sum, s) => sum + s.volumeMm3, 0);
  const random = generator(seed);
  const profile = spread(list, total, Math.round((runs * SPREAD_BINS) / motions));
  const weights = Array.from({ length: motions }, () => Math.exp(unequal * gauss(random)));
  const all = weights.reduce((a, b) => a + b, 0);
  const waiting = new Map<number, number>();
  const out: Poured[] = [];
  const give = (colour: number, share: number) => {
    const last = out.at(-1);
    if (last?.colour === colour) last.volumeMm3 += share * total;
    else if (share > 0) out.push({ colour, volumeMm3: share * total });
  };
  let sum = 0;
  let bin = 0;
  weights.forEach((w, k) => {
    sum += w;
    const to = k === motions - 1 ? SPREAD_BINS : Math.round((sum / all) * SPREAD_BINS);
    for (; bin < to; bin++)
      for (const [colour, bins] of profile) waiting.set(colour, (waiting.get(colour) ?? 0) + bins[bin] / SPREAD_BINS);
    const ready = [...waiting].filter(([, share]) => share >= LEAST_FILAMENT || k === motions - 1);
    ready.sort((a, b) => b[1] - a[1]);
    for (const [colour] of ready) waiting.delete(colour);
    if (ready.length === 0) return;
    const [[most, share], ...others] = ready;
    const before = others.length > 0 ? share * (AHEAD.from + AHEAD.varies * random()) : share;
    give(most, before);
    for (const [colour, part] of others) give(colour, part);
    give(most, share - before);
  });
  return out;
}

/** Lays sheets on the slope that the mould has. */
function pourDown(
  b: Build,
  list: readonly Poured[],
  o: { trace: number; id: string; strokes: number; runs: number; steps: number; fullTiltShare?: number },
): void {
  const total = list.reduce((sum, s) => sum + s.volumeMm3, 0);
  const seed = hashSeed(b.design.seed, o.id);
  const thin = thinness(o.trace);
  const planned = o.strokes * MOTIONS.perStroke * (MOTIONS.thickShare + (1 - MOTIONS.thickShare) * thin);
  const motions = Math.round(Math.min(MOTIONS.most, Math.max(MOTIONS.fewest, planned)));
  const filaments = filamentsOf(list, motions, o.runs, UNEQUAL.thick + UNEQUAL.thin * thin, hashSeed(seed, "motions"));
  const angle = b.tiltDeg > 0 ? b.tiltDeg : START_TILT_DEG;
  const heightMm = total / area(b);
  const { lengthMm, widthMm } = b.design;
  const random = generator(hashSeed(seed, "sliding"));
  deposit(
    b,
    compileSlope({
      lengthMm,
      levelMm: b.levelMm,
      shape: {
        widthMm,
        heightMm,
        slope: Math.min(STEEPEST, Math.tan((angle * Math.PI) / 180)),
        fullTiltShare: o.fullTiltShare ?? FULL_TILT_SHARE,
        steps: o.steps,
      },
      tree: sheetTree({
        seed: hashSeed(seed, "sheets"),
        weights: filaments.map((f) => f.volumeMm3),
        heightMm,
        hand: handOf(thin),
        tilt: TILT,
      }),
      colours: filaments.map((f) => f.colour),
      eddies: eddyGroup({
        seed: hashSeed(seed, "drift"),
        sizeA: 1,
        sizeB: 1,
        sizeC: 1,
        drift: SLIDING_DRIFT,
        waves: [1, 4],
        eddies: eddiesOver(random, SLIDING, 1, 1),
      }),
    }),
    heightMm,
  );
  SET_DOWN.forEach((eddies, i) => {
    leaveEddies(b, hashSeed(seed, `down${i}`), eddies);
  });
}

const tiltsIn = (run: readonly DesignPour[]): number => run.filter((p) => p.kind === "tilt").length;

/** Pours along the upper edge of a tilted mould, each from its own cup, in the order of the pours. */
export function wallPours(b: Build, run: readonly DesignPour[]): void {
  const list: Poured[] = [];
  let trace = 0;
  let total = 0;
  let strokes = 0;
  for (const p of run) {
    if (p.kind === "tilt" && list.length === 0) b.tiltDeg = p.angleDeg;
    if (p.kind !== "wallPour" || p.volumeMm3 <= 0) continue;
    list.push(...rowOf(b, p));
    strokes += p.strokes;
    trace += p.trace * p.volumeMm3;
    total += p.volumeMm3;
  }
  if (total > 0)
    pourDown(b, list, { trace: trace / total, id: run[0].id, strokes, runs: 0, steps: Math.max(1, tiltsIn(run)) });
}

/**
 * One pot poured onto a mould whose tilt is lowered between the pours: sheets in the order in which they come out. A run that does not empty the pot
 * (a film that stands still) ends where its pours end.
 */
export function tiltedPot(b: Build, run: readonly DesignPour[]): void {
  const pours = run.filter((p): p is PotPour => p.kind === "potPour");
  const [first] = pours;
  const seed = hashSeed(b.design.seed, first.id);
  const pot = makePot(b.pot, hashSeed(seed, "pot"));
  b.pot = [];
  if (pot.volumeMm3 <= 0) return;
  const strokes = pours.reduce((sum, p) => sum + p.strokes, 0);
  const outMm3 = pours.reduce((sum, p) => sum + (p.outMm3 ?? pot.volumeMm3), 0);
  const weight = pours.reduce((sum, p) => sum + (p.outMm3 ?? 1), 0);
  const trace = weight > 0 ? pours.reduce((sum, p) => sum + p.trace * (p.outMm3 ?? 1), 0) / weight : first.trace;
  pourDown(b, upTo(pot.isStack ? pot.outOrder : swirledOut(pot, strokes), outMm3), {
    trace,
    id: first.id,
    strokes,
    runs: RUNS.thick + RUNS.thin * thinness(trace),
    steps: Math.max(1, tiltsIn(run)),
    fullTiltShare: pours.length > 1 ? (first.outMm3 ?? 0) / outMm3 : undefined,
  });
}

/** The first of a list, as much as a volume takes. */
function upTo(list: readonly Poured[], volumeMm3: number): Poured[] {
  let left = volumeMm3 * (1 + 1e-9);
  return list.flatMap((s) => {
    const part = Math.min(s.volumeMm3, Math.max(0, left));
    left -= part;
    return part > 0 ? [{ colour: s.colour, volumeMm3: part }] : [];
  });
}

/** Looks across a swirled pot at one moment of its pour, spread over its depth by the golden share; and moments: fewest, and for every stroke. */
const LOOKS = 24;
const GOLDEN = 0.618;
const MOMENTS = { fewest: 12, perStroke: 3 } as const;

/** A swirled pot on its way out: its stream by the colours that it mostly has. */
function swirledOut(pot: Pot, strokes: number): Poured[] {
  const n = Math.max(MOMENTS.fewest, strokes * MOMENTS.perStroke);
  const tallies = Array.from({ length: n }, () => new Map<number, number>());
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < LOOKS; k++) {
      const t = (i + 0.5) / n;
      const x = Math.cos(Math.PI * t);
      const colour = pot.colourAt(x, (2 * ((k + 0.5) / LOOKS) - 1) * Math.sqrt(1 - x * x), (k * GOLDEN) % 1);
      tallies[i].set(colour, (tallies[i].get(colour) ?? 0) + 1 / LOOKS);
    }
  }
  return tallies.flatMap((tally) =>
    [...tally].map(([colour, share]) => ({ colour, volumeMm3: (share * pot.volumeMm3) / n })),
  );
}
