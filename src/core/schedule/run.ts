import type { ScentEffect } from "../scent/effect";
import { addScent, advance, type Cup, emulsionBlendS, SET_TRACE } from "../trace/cup";
import type { Step } from "./steps";

export interface ScheduledStep extends Step {
  startS: number;
  endS: number;
  /** Standing time before the step because the batter was still too thin, s. */
  waitS: number;
  /** Trace index of its first portion (or pot) at start and end. */
  startTrace: number;
  endTrace: number;
  /** Seconds that the step could end later and still be inside its window; null without a window or beyond the horizon. */
  slackS: number | null;
  missed: "too thin" | "too thick" | null;
  /** True once it was really done. */
  done: boolean;
}

export interface TracePoint {
  atS: number;
  trace: number;
  temperatureC: number;
}

export interface Curve {
  /** Portion id, or batter id for the pot before the split. */
  id: string;
  points: TracePoint[];
}

export interface RunInput {
  steps: readonly Step[];
  /** Pots at first contact by batter id (trace 0). */
  pots: ReadonlyMap<string, Cup>;
  /** Mass and pace of each cup after the split; `scent` effect to add at its scent step. */
  cups: ReadonlyMap<
    string,
    { batterId: string; massG: number; restRate: number; colourPace: number; scent: ScentEffect | null }
  >;
  /** Scent of a whole batter, by batter id. */
  potScents: ReadonlyMap<string, ScentEffect>;
  roomC: number;
  /** Real end of steps done, s since first contact, by step id; and the time now. Absent while planning. */
  actual?: { endS: ReadonlyMap<string, number>; nowS: number };
}

export interface RunResult {
  steps: ScheduledStep[];
  curves: Curve[];
  endS: number;
  horizonS: number;
}

/** Longest that a plan waits for a thin batter before it goes on (and says that it is too thin), s. */
const LONGEST_WAIT_S = 20 * 60;
const WAIT_STEP_S = 5;

/** Plays the steps one after another with one pair of hands, deterministic. Times in s since first contact. */
export function run(input: RunInput): RunResult {
  const cups = new Map<string, Cup>();
  const curves = new Map<string, TracePoint[]>();
  const split = new Set<string>();
  for (const [id, pot] of input.pots) {
    cups.set(id, { ...pot });
    curves.set(id, []);
  }
  let t = 0;
  const mark = (id: string, atS: number, cup: Cup) =>
    curves.get(id)!.push({ atS, trace: cup.trace, temperatureC: cup.temperatureC });
  const letPass = (seconds: number, blended: ReadonlySet<string>, blendShare: number) => {
    for (const [id, cup] of cups) {
      advance(cup, t, seconds, input.roomC, blended.has(id) ? blendShare : 0, (atS, c) => mark(id, atS, c));
    }
    t += seconds;
  };
  const none = new Set<string>();
  const splitBatter = (batterId: string) => {
    if (split.has(batterId)) return;
    split.add(batterId);
    const pot = cups.get(batterId)!;
    cups.delete(batterId);
    for (const [id, c] of input.cups) {
      if (c.batterId !== batterId) continue;
      cups.set(id, { ...pot, massG: c.massG });
      curves.set(id, [{ atS: t, trace: pot.trace, temperatureC: pot.temperatureC }]);
    }
  };

  const lastWeigh = new Map<string, number>();
  input.steps.forEach((s, i) => {
    if (s.kind === "blend" || s.kind === "weigh" || (s.kind === "scent" && s.portionIds.length === 0)) {
      lastWeigh.set(s.batterId, i);
    }
  });

  const done: ScheduledStep[] = [];
  let isPresent = true;
  for (const [index, step] of input.steps.entries()) {
    const really = input.actual?.endS.get(step.id);
    const main = () => cups.get(step.portionIds[0] ?? "") ?? cups.get(step.batterId);
    let waitS = 0;
    if (really === undefined && step.window) {
      while ((main()?.trace ?? SET_TRACE) < step.window.low && waitS < LONGEST_WAIT_S) {
        letPass(WAIT_STEP_S, none, 0);
        waitS += WAIT_STEP_S;
      }
    }
    const startS = t;
    const startTrace = main()?.trace ?? 0;
    let durationS = step.durationS;
    if (really !== undefined) durationS = Math.max(0, really - t);
    else if (isPresent && input.actual) {
      durationS = Math.max(step.durationS, input.actual.nowS - t);
      isPresent = false;
    }
    if (step.kind === "blend") blendPot(cups.get(step.batterId)!, step, durationS);
    else
      letPass(
        durationS,
        new Set(step.portionIds),
        step.blendShare * Math.min(1, step.durationS / Math.max(durationS, 1)),
      );
    const cup = main();
    if (step.kind === "scent" && cup) {
      const [portionId] = step.portionIds;
      const effect = portionId === undefined ? input.potScents.get(step.batterId) : input.cups.get(portionId)?.scent;
      if (effect) addScent(cup, t, effect);
    }
    if (step.kind === "colour" && cup) {
      cup.restRate *= input.cups.get(step.portionIds[0])?.colourPace ?? 1;
    }
    const endTrace = main()?.trace ?? startTrace;
    if (lastWeigh.get(step.batterId) === index) splitBatter(step.batterId);
    if (cup && step.kind === "scent") mark(step.portionIds[0] ?? step.batterId, t, cup);
    done.push({
      ...step,
      startS,
      endS: t,
      waitS,
      startTrace,
      endTrace,
      slackS: null,
      missed: null,
      done: really !== undefined,
    });
  }
  const endS = t;
  const horizonS = Math.ceil(Math.max(endS * 1.6, endS + 600) / 300) * 300;
  letPass(horizonS - t, none, 0);
  for (const s of done) judge(s, curves);
  return { steps: done, curves: [...curves].map(([id, points]) => ({ id, points })), endS, horizonS };

  /** Blends the pot to emulsion and on for the planned time at full power; what the step took beyond that is rest. */
  function blendPot(pot: Cup, step: Step, durationS: number) {
    const others = new Set([...cups].filter(([, c]) => c !== pot).map(([id]) => id));
    for (const id of others) advance(cups.get(id)!, t, durationS, input.roomC, 0, (atS, c) => mark(id, atS, c));
    const onPot = (atS: number, c: Cup) => mark(step.batterId, atS, c);
    const emulsionS = Math.min(emulsionBlendS(pot.massG), durationS);
    const blendedS = Math.max(0, Math.min(durationS, step.durationS) - emulsionS);
    mark(step.batterId, t, pot);
    pot.trace = Math.max(pot.trace, 1);
    mark(step.batterId, t + emulsionS, pot);
    if (blendedS > 0) advance(pot, t + emulsionS, blendedS, input.roomC, 1, onPot);
    const restS = durationS - emulsionS - blendedS;
    if (restS > 0) advance(pot, t + emulsionS + blendedS, restS, input.roomC, 0, onPot);
    t += durationS;
  }
}

/** First time at which a curve reaches `trace`, s, by linear interpolation; null if it never does. */
export function timeAtTrace(points: readonly TracePoint[], trace: number, fromS = 0): number | null {
  for (let i = 0; i < points.length; i++) {
    const b = points[i];
    if (b.atS < fromS || b.trace < trace) continue;
    const a = points[i - 1];
    if (!a || a.trace >= trace) return b.atS;
    return a.atS + ((trace - a.trace) / (b.trace - a.trace)) * (b.atS - a.atS);
  }
  return null;
}

/** Trace index of a curve at a time, by linear interpolation, held at its ends. */
export function traceAt(points: readonly TracePoint[], atS: number): number {
  let before = points[0];
  for (const p of points) {
    if (p.atS > atS) {
      const span = p.atS - before.atS;
      return span > 0 ? before.trace + ((p.trace - before.trace) * (atS - before.atS)) / span : p.trace;
    }
    before = p;
  }
  return before.trace;
}

const EPSILON = 1e-9;

function judge(step: ScheduledStep, curves: ReadonlyMap<string, TracePoint[]>): void {
  if (!step.window) return;
  const leavesAtS = timeAtTrace(curves.get(step.portionIds[0])!, step.window.high);
  step.slackS = leavesAtS === null ? null : leavesAtS - step.endS;
  if (step.endTrace > step.window.high + EPSILON) step.missed = "too thick";
  else if (step.startTrace < step.window.low - EPSILON) step.missed = "too thin";
}
