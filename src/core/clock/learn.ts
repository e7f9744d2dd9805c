import type { Belief } from "./draws";
import { cholesky, inverse, solveSymmetric } from "./matrix";
import { makePlayed, type Played, Player } from "./play";
import { asSeen, type CupCheck, type Program, type ScentAction } from "./program";
import type { Step } from "./step";

/** Spread of a trace check, steps: how well a stage is told by eye. */
export const CHECK_SD = 0.25;
/** Spread of one step's duration about the person's pace, natural log. */
const DURATION_SD = 0.3;
/** A step that took longer than this (log) was waited in. */
const MOST_PACE = 1.2;
const DERIVATIVE = 0.04;
const ITERATIONS = 8;
/** Readings outside this range tell nothing: the scale ends there. */
const READABLE = { low: 1.02, high: 4.9 } as const;

/** One reading of a vessel's thickness. */
interface Check {
  vessel: number;
  atS: number;
  trace: number;
}

/** What has been seen of a pour, as a Gaussian over the program's unknowns. */
export interface Posterior extends Belief {
  /** Covariance, row by row. */
  covariance: Float64Array;
  /** With every cup standing where it was seen last: what is shown. */
  program: Program;
  /** The program that the belief is of: what chances are played on. An eye errs, and this allows for it. */
  believed: Program;
  /** Number of readings used. */
  checks: number;
}

/** What was seen of a pour beside the ends of its steps, which the program holds. */
export interface Seen {
  /** Readings that count, in the order of the record. */
  checks: readonly CupCheck[];
  /** Whether the times of the steps teach a pace; null: not answered. */
  teachesPace: boolean | null;
  /** Scents nobody has measured, by their keys, of each cup. */
  unmeasured: ReadonlyMap<string, readonly string[]>;
}

function readChecks(program: Program, checks: readonly CupCheck[]): Check[] {
  const vesselOf = new Map(program.vessels.map((v, i) => [v.id, i]));
  return checks.flatMap((c): Check[] =>
    c.trace >= READABLE.low && vesselOf.has(c.portionId)
      ? [{ vessel: vesselOf.get(c.portionId)!, atS: c.atS, trace: c.trace }]
      : [],
  );
}

/** A step ticked off in less than this part of its time was run through, not worked; s and share. */
const HURRIED_UNDER = 0.35;
/** So much of a pour run through makes it one that is asked about. */
const HURRIED_PART = 1 / 3;
const LEAST_WORKED_S = 2;
/** Steps that nobody works through at a pace of one's own, or whose time is the batter's. */
const PACELESS: ReadonlySet<Step["kind"]> = new Set(["blend", "bring", "lye", "finish", "pipe"]);

/** True where many steps of a pour were ticked off far faster than anybody works: it must be asked before it teaches a pace. */
export function isHurried(program: Program): boolean {
  const took = workedTimes(program).map((t) => t.tookS / t.plannedS);
  if (took.length < 3) return false;
  return took.filter((t) => t < HURRIED_UNDER).length >= HURRIED_PART * took.length;
}

/** Steps that a person worked through: how long they took, and what a person of this pace takes, s. */
function workedTimes(program: Program): { tookS: number; plannedS: number }[] {
  const times: { tookS: number; plannedS: number }[] = [];
  let before = 0;
  program.steps.forEach((s, i) => {
    const end = program.endS[i];
    if (Number.isNaN(end)) return;
    const tookS = end - before;
    before = end;
    const plannedS = s.durationS * program.pace;
    if (!PACELESS.has(s.kind) && plannedS >= 1) times.push({ tookS, plannedS });
  });
  return times;
}

/** Log durations of steps done against the plan, for the person's pace: only steps that a person works through, none of a run-through that was not said to count. */
function paceReadings(program: Program, teachesPace: boolean | null): number[] {
  if (teachesPace === false || (teachesPace === null && isHurried(program))) return [];
  // Standing because the batter was thin is no slow hand.
  return workedTimes(program)
    .filter((t) => t.tookS >= LEAST_WORKED_S)
    .map((t) => Math.min(MOST_PACE, Math.log(t.tookS / t.plannedS)));
}

/** Times that a cup is looked at along the way, s apart. */
const GRID_S = 10;

/** Plays a program for what its checks should have read, again and again. */
class Predictor {
  private readonly player: Player;
  private readonly out: Played;
  private readonly seen: Float64Array;
  private readonly before: { atS: number; trace: number }[];
  /** Checks of each vessel, by their places. */
  private readonly checksOf: number[][];
  /** The first point of the grid after the last check: what comes later tells nothing. */
  private readonly endS: number;

  constructor(
    private readonly program: Program,
    private readonly checks: readonly Check[],
  ) {
    this.player = new Player(program);
    this.out = makePlayed(program);
    this.seen = new Float64Array(checks.length);
    this.before = program.vessels.map(() => ({ atS: -1, trace: 0 }));
    this.checksOf = program.vessels.map((_, v) => checks.flatMap((c, i) => (c.vessel === v ? [i] : [])));
    this.endS = Math.ceil(checks.reduce((t, c) => Math.max(t, c.atS), 0) / GRID_S) * GRID_S;
    this.player.vessels.gridS = GRID_S;
    this.player.vessels.listen = (v, atS) => this.hear(v, atS);
  }

  private hear(v: number, atS: number): void {
    const own = this.checksOf[v];
    if (own.length === 0) return;
    const { seen, checks } = this;
    const s = this.player.vessels.apparent(v, atS);
    const b = this.before[v];
    const span = atS - b.atS;
    for (const i of own) {
      if (!Number.isNaN(seen[i]) || atS < checks[i].atS) continue;
      seen[i] = b.atS < 0 || span <= 0 ? s : b.trace + ((s - b.trace) * (checks[i].atS - b.atS)) / span;
    }
    b.atS = atS;
    b.trace = s;
  }

  /** Predicted thickness at every check; NaN where its cup was not there. Overwritten by the next. */
  predict(unknowns: Float64Array): Float64Array {
    const { seen, program, checks, player } = this;
    seen.fill(Number.NaN);
    if (checks.length === 0) return seen;
    for (const b of this.before) b.atS = -1;
    player.play(unknowns, this.out, undefined, this.endS);
    player.finishAt(this.endS);
    // The first check of a cup is where its own state is read off: from then on the clock carries it.
    this.checksOf.forEach((own, v) => {
      const state = program.slots.state[v];
      if (state >= 0 && own.length > 0) seen[own[0]] += unknowns[state];
    });
    return seen;
  }
}

/**
 * What the trace checks and true durations of a pour say of its unknowns: Gauss-Newton to the most probable values, with the prior as the
 * program states it, and the Gaussian about them. Readings equal to the prediction move nothing.
 */
export function posteriorOn(program: Program, seen: Seen): Posterior {
  const checks = readChecks(program, seen.checks);
  const paces = paceReadings(program, seen.teachesPace);
  let best = fittedTo(program, checks, paces);
  for (const story of wildStories(program, checks, seen.unmeasured)) {
    const told = fittedTo(story, checks, paces);
    if (told.cost + WILD_COSTS < best.cost) best = told;
  }
  const { belief, program: believed } = best;
  const shown = asSeen(believed, seen.checks, belief.mean);
  return { ...belief, program: shown, believed, checks: checks.length };
}

/** A scent nobody has measured may do anything: its log spread then, its least jump, and what such a story costs (odds of one in ten). */
const WILD_SD = 1.2;
const WILD_JUMP = 0.25;
const WILD_COSTS = 2 * Math.log(10);

/** Programs in which one scent of a checked cup, known by hearsay or class alone, runs wild. */
function wildStories(program: Program, checks: readonly Check[], unmeasured: Seen["unmeasured"]): Program[] {
  const checked = new Set(checks.map((c) => program.vessels[c.vessel].id));
  const keys = new Set([...unmeasured].flatMap(([cup, own]) => (checked.has(cup) ? own : [])));
  return [...keys].map((key) => {
    const places = new Set([`F:${key}`, `J:${key}`].map((id) => program.unknowns.findIndex((u) => u.id === id)));
    return {
      ...program,
      unknowns: program.unknowns.map((u, i) => (places.has(i) ? { ...u, sd: WILD_SD } : u)),
      vessels: program.vessels.map((v) => ({
        ...v,
        scent: v.scent.map((a) => (places.has(a.unknownF) ? wild(a) : a)),
      })),
    };
  });
}

/** Not quiet for certain any more: its factor is as open as its jump. */
const wild = (a: ScentAction): ScentAction => ({
  ...a,
  logFactor: a.logFactor === 0 ? Number.MIN_VALUE : a.logFactor,
  jumpSteps: Math.max(WILD_JUMP * a.weight, a.jumpSteps),
});

interface Fit {
  program: Program;
  belief: Belief & { covariance: Float64Array };
  /** Sum of squares over all that was seen and believed before; what stories are compared by. */
  cost: number;
}

/** Gauss-Newton to the most probable values of a program's unknowns. */
function fittedTo(program: Program, checks: readonly Check[], paces: readonly number[]): Fit {
  const n = program.unknowns.length;
  const prior = Float64Array.from(program.unknowns, (u) => u.mean);
  const mean = prior.slice();
  const predictor = new Predictor(program, checks);
  const matrix = new Float64Array(n * n);
  const right = new Float64Array(n);
  for (let round = 0; round < ITERATIONS; round++) {
    matrix.fill(0);
    right.fill(0);
    program.unknowns.forEach((u, i) => {
      matrix[i * n + i] = 1 / u.sd ** 2;
      right[i] = (prior[i] - mean[i]) / u.sd ** 2;
    });
    if (paces.length > 0) {
      const precision = paces.length / DURATION_SD ** 2;
      const average = paces.reduce((a, b) => a + b, 0) / paces.length;
      const { pace } = program.slots;
      matrix[pace * n + pace] += precision;
      right[pace] += precision * (average - mean[pace]);
    }
    const predicted = predictor.predict(mean).slice();
    const slopes = slopesOf(program, predictor, mean, predicted);
    checks.forEach((c, k) => {
      if (Number.isNaN(predicted[k])) return;
      const isBeyond = predicted[k] > READABLE.high && c.trace > READABLE.high - CHECK_SD;
      if (isBeyond) return;
      const precision = 1 / CHECK_SD ** 2;
      for (let i = 0; i < n; i++) {
        const si = slopes[k * n + i];
        if (si === 0) continue;
        right[i] += precision * si * (c.trace - predicted[k]);
        for (let j = 0; j < n; j++) matrix[i * n + j] += precision * si * slopes[k * n + j];
      }
    });
    const change = solveSymmetric(matrix, right, n);
    let moved = 0;
    for (let i = 0; i < n; i++) {
      const limited = Math.max(-2 * program.unknowns[i].sd, Math.min(2 * program.unknowns[i].sd, change[i]));
      mean[i] += limited;
      moved = Math.max(moved, Math.abs(limited) / program.unknowns[i].sd);
    }
    if (moved < 1e-4) break;
  }
  const covariance = inverse(matrix, n);
  return {
    program,
    belief: { mean, covariance, lower: cholesky(covariance, n) },
    cost: costOf(program, checks, predictor.predict(mean), mean),
  };
}

/** Squared misses of readings and beliefs at values of the unknowns, each over its spread. */
function costOf(program: Program, checks: readonly Check[], predicted: Float64Array, mean: Float64Array): number {
  let cost = 0;
  checks.forEach((c, k) => {
    if (!Number.isNaN(predicted[k])) cost += ((c.trace - predicted[k]) / CHECK_SD) ** 2;
  });
  program.unknowns.forEach((u, i) => {
    cost += ((mean[i] - u.mean) / u.sd) ** 2;
  });
  return cost;
}

function slopesOf(program: Program, predictor: Predictor, mean: Float64Array, at: Float64Array): Float64Array {
  const n = program.unknowns.length;
  const slopes = new Float64Array(at.length * n);
  if (at.length === 0) return slopes;
  for (let i = 0; i < n; i++) {
    const step = DERIVATIVE * (program.unknowns[i].id === "temperature" ? 10 : 1);
    const moved = mean.slice();
    moved[i] += step;
    const there = predictor.predict(moved);
    for (let k = 0; k < at.length; k++) {
      const slope = (there[k] - at[k]) / step;
      slopes[k * n + i] = Number.isFinite(slope) ? slope : 0;
    }
  }
  return slopes;
}

/** What one batch taught of one unknown, told apart from what was believed before: a Gaussian on the log of its factor. */
export interface Lesson {
  /** `pace`, `formula:<batter id>`, `F:<scent key>`, `J:<scent key>`. */
  unknown: string;
  mean: number;
  precision: number;
}

/** What belongs to the day alone (how warm it was, where blending stopped, where a cup stood) is no lesson. */
const isTaught = (unknown: string): boolean =>
  unknown !== "temperature" && unknown !== "eye" && !unknown.startsWith("S:");

/** Lessons of a batch: posterior over prior for each unknown, where the batch said anything of it. */
export function lessonsOf(posterior: Posterior): Lesson[] {
  const n = posterior.program.unknowns.length;
  return posterior.program.unknowns.flatMap((u, i): Lesson[] => {
    if (!isTaught(u.id)) return [];
    const variance = posterior.covariance[i * n + i];
    if (!(variance > 0) || !Number.isFinite(posterior.mean[i])) return [];
    const precision = 1 / variance - 1 / u.sd ** 2;
    if (precision < 0.05 / u.sd ** 2) return [];
    const mean = (posterior.mean[i] / variance - u.mean / u.sd ** 2) / precision;
    return [{ unknown: u.id, mean, precision }];
  });
}

/** Belief of one unknown after lessons, from what was believed before any. */
export function afterLessons(
  prior: { mean: number; sd: number },
  lessons: readonly { mean: number; precision: number }[],
): { mean: number; sd: number } {
  let precision = 1 / prior.sd ** 2;
  let weighted = prior.mean * precision;
  for (const l of lessons) {
    precision += l.precision;
    weighted += l.mean * l.precision;
  }
  return { mean: weighted / precision, sd: Math.sqrt(1 / precision) };
}
