import { gradeOf } from "../techniques/traceWindow";
import { horizonOf } from "./curves";
import { type Belief, drawUnknowns, priorBelief } from "./draws";
import { makePlayed, Player } from "./play";
import type { Program } from "./program";

export const FULL_DRAWS = 2000;
/** Outside its window by this much a step still counts as met. */
export const WIDENED = 0.15;
/** Points in time at which the bands of the ribbons are kept. */
export const GRID_POINTS = 36;

/** Low, middle and high of a spread figure: 10, 50 and 90 %. */
export interface Spread {
  low: number;
  mid: number;
  high: number;
}

export interface StepChance {
  stepId: string;
  /** Probability that it lies in its widened window; null without a window. */
  chance: number | null;
  /** Mean grade, 1 inside. */
  quality: number;
  tooThin: number;
  tooThick: number;
  startS: Spread;
  endS: Spread;
  startTrace: Spread;
  /** 20 % point of the time at which its batter leaves the window, s; null when that is beyond the horizon. */
  leavesS: number | null;
}

export interface Chances {
  draws: number;
  /** Probability that every step that is still to be done and must meet its window does. */
  chance: number;
  /** Mean grade over all steps with a window. */
  quality: number;
  /** Step that fails most often among those that must not; null where none ever does. */
  riskiestId: string | null;
  steps: StepChance[];
  /** Thickness of every vessel over time: 10, 50 and 90 %. NaN while it is not there. */
  bands: { id: string; low: Float64Array; mid: Float64Array; high: Float64Array }[];
  gridS: number;
  endS: Spread;
}

export interface ChanceOptions {
  seed: number;
  draws: number;
  belief?: Belief;
  /** 0: no uncertainty. */
  scale?: number;
  /** Bands of the ribbons cost about half of the time. */
  withBands?: boolean;
  /** Called now and then with the share done; true stops. */
  onProgress?: (share: number) => boolean;
}

function spreadOf(values: Float64Array): Spread {
  const sorted = values.slice().sort();
  const at = (q: number) => sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(q * (sorted.length - 1))))];
  return { low: at(0.1), mid: at(0.5), high: at(0.9) };
}

/** Chance of each draw's whole plan, for calibration and comparison: 1 where every must-step met its window. */
export interface Outcome {
  met: Uint8Array;
  grade: Float64Array;
}

/** Plays a program many times on random numbers of its seed. Null when stopped by `onProgress`. */
export function chancesOf(program: Program, options: ChanceOptions): Chances | null {
  const { seed, draws, scale = 1, withBands = true } = options;
  const belief = options.belief ?? priorBelief(program.unknowns);
  const theta = drawUnknowns(program, belief, seed, draws, scale);
  const n = program.unknowns.length;
  const count = program.steps.length;
  const player = new Player(program);
  const out = makePlayed(program);
  player.play(belief.mean, out);
  const horizonS = horizonOf(out.endS.reduce((a, b) => Math.max(a, b), 0));
  const gridS = horizonS / GRID_POINTS;
  const vesselCount = program.vessels.length;
  const bands = withBands ? new Float32Array(vesselCount * (GRID_POINTS + 1) * draws).fill(Number.NaN) : null;
  const leaves = new Float64Array(count * draws).fill(Number.POSITIVE_INFINITY);
  const keep = ["startS", "endS", "startTrace"] as const;
  const kept = Object.fromEntries(keep.map((k) => [k, new Float64Array(count * draws)])) as Record<
    (typeof keep)[number],
    Float64Array
  >;
  const inside = new Float64Array(count);
  const thin = new Float64Array(count);
  const thick = new Float64Array(count);
  const grades = new Float64Array(count);
  const ends = new Float64Array(draws);
  const windowed = program.steps.flatMap((s, i) => (s.window ? [i] : []));
  const highs = highestWindows(program);
  const left = new Float64Array(vesselCount * 2);
  const unknowns = new Float64Array(n);
  let met = 0;
  let draw = 0;
  if (bands) {
    player.vessels.gridS = gridS;
    player.vessels.listen = (v, atS) => {
      const s = player.vessels.trace[v];
      const g = atS / gridS;
      const k = Math.round(g);
      if (Math.abs(g - k) < 1e-6 && k <= GRID_POINTS) bands[(v * (GRID_POINTS + 1) + k) * draws + draw] = s;
      if (s > highs[v] && left[v] === Number.POSITIVE_INFINITY) left[v] = atS;
    };
  }
  for (; draw < draws; draw++) {
    if (options.onProgress && draw % 250 === 0 && options.onProgress(draw / draws)) return null;
    for (let i = 0; i < n; i++) unknowns[i] = theta[draw * n + i];
    left.fill(Number.POSITIVE_INFINITY);
    player.play(unknowns, out);
    if (bands) player.finishAt(horizonS);
    let isMet = true;
    let end = 0;
    for (let i = 0; i < count; i++) {
      for (const k of keep) kept[k][i * draws + draw] = out[k][i];
      if (out.endS[i] > end) end = out.endS[i];
    }
    for (const i of windowed) {
      const step = program.steps[i];
      const { low, high } = step.window!;
      const [start, stop] = [out.startTrace[i], out.endTrace[i]];
      const isThick = stop > high + WIDENED || start > high + WIDENED;
      const isThin = !isThick && start < low - WIDENED;
      if (isThick) thick[i]++;
      else if (isThin) thin[i]++;
      else inside[i]++;
      // What is done is done: the chance is of what is left.
      if ((isThick || isThin) && step.isMust && Number.isNaN(program.endS[i])) isMet = false;
      grades[i] += gradeOf(low, high, start, stop);
      let first = Number.POSITIVE_INFINITY;
      for (const v of step.vessels) if (left[v] < first) first = left[v];
      leaves[i * draws + draw] = first;
    }
    if (isMet) met++;
    ends[draw] = end;
  }
  const steps = program.steps.map((s, i): StepChance => {
    const part = (k: (typeof keep)[number]) => spreadOf(kept[k].subarray(i * draws, (i + 1) * draws));
    const leaving =
      s.window && bands ? spreadAt(leaves.subarray(i * draws, (i + 1) * draws), 0.2) : Number.POSITIVE_INFINITY;
    return {
      stepId: s.id,
      chance: s.window ? inside[i] / draws : null,
      quality: s.window ? grades[i] / draws : 1,
      tooThin: thin[i] / draws,
      tooThick: thick[i] / draws,
      startS: part("startS"),
      endS: part("endS"),
      startTrace: part("startTrace"),
      leavesS: Number.isFinite(leaving) ? leaving : null,
    };
  });
  const must = windowed.filter((i) => program.steps[i].isMust && Number.isNaN(program.endS[i]));
  const riskiest = must.reduce<number | null>(
    (worst, i) => (worst === null || inside[i] < inside[worst] ? i : worst),
    null,
  );
  return {
    draws,
    chance: met / draws,
    quality: windowed.length ? windowed.reduce((sum, i) => sum + grades[i], 0) / (draws * windowed.length) : 1,
    riskiestId: riskiest !== null && inside[riskiest] < draws ? program.steps[riskiest].id : null,
    steps,
    bands: bands ? bandSpreads(program, bands, draws) : [],
    gridS,
    endS: spreadOf(ends),
  };
}

const spreadAt = (values: Float64Array, q: number): number => {
  const sorted = values.slice().sort();
  return sorted[Math.floor(q * (sorted.length - 1))];
};

/** Lowest upper edge among the windows of each vessel's steps that are still to be done. */
function highestWindows(program: Program): Float64Array {
  const highs = new Float64Array(program.vessels.length).fill(Number.POSITIVE_INFINITY);
  program.steps.forEach((s, i) => {
    if (!s.window || !s.isMust || !Number.isNaN(program.endS[i])) return;
    for (const v of s.vessels) highs[v] = Math.min(highs[v], s.window.high);
  });
  return highs;
}

function bandSpreads(program: Program, bands: Float32Array, draws: number): Chances["bands"] {
  return program.vessels.map((vessel, v) => {
    const [low, mid, high] = [0, 1, 2].map(() => new Float64Array(GRID_POINTS + 1).fill(Number.NaN));
    for (let k = 0; k <= GRID_POINTS; k++) {
      const at = (v * (GRID_POINTS + 1) + k) * draws;
      const all = bands.subarray(at, at + draws);
      // Sorted, those that are not there yet (NaN) stand last.
      all.sort();
      const there = all.findLastIndex((x) => !Number.isNaN(x)) + 1;
      if (there < draws / 2) continue;
      const q = (share: number) => all[Math.round(share * (there - 1))];
      low[k] = q(0.1);
      mid[k] = q(0.5);
      high[k] = q(0.9);
    }
    return { id: vessel.id, low, mid, high };
  });
}
