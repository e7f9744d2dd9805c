import type { Masses } from "../batter/masses";
import { SOFT_NEIGHBOURS } from "../clock/batters";
import { isFalseTraceLikely, SET_TRACE } from "../clock/cup";
import { type Curve, horizonOf, timeAtTrace } from "../clock/curves";
import { type Meeting, meetingOf } from "../clock/meeting";
import { makePlayed, type Played, Player } from "../clock/play";
import { meansOf, type Program, type ProgramStep } from "../clock/program";
import type { Step } from "../clock/step";
import type { Plan } from "../document/schema";
import { byId } from "../units/byId";
import { programOf } from "./compile";

export interface ScheduledStep extends Step {
  startS: number;
  endS: number;
  /** Standing time before the step because the batter was still too thin, s. */
  waitS: number;
  /** Seconds of blending its cup up right before, fetching the blender included; 0 where it is not. */
  blendS: number;
  /** True where its cup is a little too thick and gets a firm stir first. */
  isStirred: boolean;
  /** Thickness of the deciding portion (or pot) at start and end. */
  startTrace: number;
  endTrace: number;
  /** Seconds that the step could end later and still be inside its window; null without a window or beyond the horizon. */
  slackS: number | null;
  missed: "too thin" | "too thick" | null;
  /** True once it was really done. */
  done: boolean;
}

export interface Timeline {
  steps: ScheduledStep[];
  curves: Curve[];
  endS: number;
  horizonS: number;
  /** Time until the first cup leaves the window of its last step, s since first contact; null if none does within the horizon. */
  workingTimeS: number | null;
  /** Portion that ends the working time. */
  workingTimePortionId: string | null;
  /** The first step that misses its window, or else the one with the least slack. */
  critical: { stepId: string; slackS: number | null; missed: ScheduledStep["missed"] } | null;
  /** First time each portion reaches medium and thick trace, s; null beyond the horizon. */
  reaches: { portionId: string; mediumS: number | null; thickS: number | null }[];
  /** When lye and oils of each batter meet at the target. */
  meetings: ({ batterId: string } & Meeting)[];
  /** Portions whose hard fats may set before their last pour: they look thick without having reacted; from when, s. */
  falseTrace: { portionId: string; atS: number }[];
}

const EPSILON = 1e-9;
/** Points of curves stand so far apart, s; at most so many of them, and never more than that with those of steps between. */
const GRID_S = 30;
const GRID_COUNT = 480;
const MOST_POINTS = 4000;

/**
 * Plays the plan through the trace clock. Deterministic; every time is an estimate.
 * @param nowS seconds since first contact when the pour is on; steps done then stand at their recorded times. Absent while planning.
 */
export const computeTimeline = (plan: Plan, masses: Masses, nowS?: number): Timeline =>
  timelineOf(plan, masses, programOf(plan, masses, nowS));

/** The timeline of a compiled program at given values of its unknowns. */
export function timelineOf(plan: Plan, masses: Masses, program: Program, unknowns = meansOf(program)): Timeline {
  const out = makePlayed(program);
  const { curves, endS, horizonS } = playedCurves(program, unknowns, out);
  const steps = program.steps.map((s, i): ScheduledStep => {
    const scheduled: ScheduledStep = {
      ...bare(s),
      startS: out.startS[i],
      endS: out.endS[i],
      waitS: out.waitS[i],
      blendS: out.blendS[i],
      isStirred: out.stirred[i] === 1,
      startTrace: out.startTrace[i],
      endTrace: out.endTrace[i],
      slackS: null,
      missed: null,
      done: !Number.isNaN(program.endS[i]),
    };
    judge(scheduled, s, curves);
    return scheduled;
  });
  const result = { steps, curves, endS, horizonS };
  return {
    ...result,
    ...workingTime(result),
    critical: criticalStep(steps),
    reaches: plan.portions.map((p) => {
      const own = byId(curves, p.id).points;
      return { portionId: p.id, mediumS: timeAtTrace(own, 3), thickS: timeAtTrace(own, 4) };
    }),
    meetings: plan.batters.map((b) => {
      const m = byId(masses.batters, b.id);
      const meeting = meetingOf({
        naohG: m.naohG,
        kohG: m.kohG,
        waterG: m.allWaterG,
        iceG: m.oilsG * m.formula.frozenG,
        oilsG: m.oilsG,
        meltsAboveC: m.formula.meltsAboveC,
        targetC: b.startTemperatureC,
        roomC: plan.roomTemperatureC,
      });
      return { batterId: b.id, ...meeting };
    }),
    falseTrace: falseTraces(program, curves, steps),
  };
}

/** Plays a program and keeps what its vessels go through: every half minute, or less often where a pour goes on for hours. */
function playedCurves(
  program: Program,
  unknowns: Float64Array,
  out: Played,
): Pick<Timeline, "curves" | "endS" | "horizonS"> {
  const playOn = (gridS: number) => {
    const player = new Player(program);
    const points = program.vessels.map((): Curve["points"] => []);
    player.vessels.gridS = gridS;
    player.vessels.listen = (v, atS) => {
      if (points[v].length < MOST_POINTS)
        points[v].push({ atS, trace: player.vessels.trace[v], temperatureC: player.vessels.temperatureC[v] });
    };
    for (let p = 0; p < program.potCount; p++)
      points[p].push({ atS: 0, trace: 0, temperatureC: program.startC[p] + unknowns[program.slots.temperature] });
    player.play(unknowns, out);
    const endS = out.endS.reduce((a, b) => Math.max(a, b), 0);
    const horizonS = horizonOf(endS);
    player.finishAt(horizonS);
    return { curves: program.vessels.map((v, i) => ({ id: v.id, points: points[i] })), endS, horizonS };
  };
  // How long it goes on is known without keeping anything; only then is it played for its curves.
  new Player(program).play(unknowns, out);
  const endS = out.endS.reduce((a, b) => Math.max(a, b), 0);
  return playOn(Math.max(GRID_S, horizonOf(endS) / GRID_COUNT));
}

const bare = ({
  vessels: _,
  preds: __,
  splits: ___,
  emulsionS: ____,
  targetTrace: _____,
  isFromCup: ______,
  isScented: _______,
  ...step
}: ProgramStep): Step => step;

function workingTime({
  steps,
}: {
  steps: readonly ScheduledStep[];
}): Pick<Timeline, "workingTimeS" | "workingTimePortionId"> {
  let workingTimeS: number | null = null;
  let workingTimePortionId: string | null = null;
  const lastOf = new Map<string, ScheduledStep>();
  for (const s of steps) if (s.window && s.isMust) lastOf.set(s.portionIds[0], s);
  for (const [portionId, s] of lastOf) {
    if (s.slackS === null) continue;
    const leavesS = s.endS + s.slackS;
    if (workingTimeS === null || leavesS < workingTimeS) {
      workingTimeS = leavesS;
      workingTimePortionId = portionId;
    }
  }
  return { workingTimeS, workingTimePortionId };
}

function criticalStep(steps: readonly ScheduledStep[]): Timeline["critical"] {
  const pending = steps.filter((s) => s.window && !s.done);
  const missed = pending.find((s) => s.missed && s.isMust) ?? pending.find((s) => s.missed);
  if (missed) return { stepId: missed.id, slackS: missed.slackS, missed: missed.missed };
  const tight = pending.filter((s) => s.slackS !== null && s.isMust).sort((a, b) => a.slackS! - b.slackS!)[0];
  return tight ? { stepId: tight.id, slackS: tight.slackS, missed: null } : null;
}

function judge(step: ScheduledStep, own: ProgramStep, curves: readonly Curve[]): void {
  if (!step.window) return;
  own.vessels.forEach((v, k) => {
    const edge = Math.min(SET_TRACE, step.window!.high + SOFT_NEIGHBOURS * (1 - own.shares[k]));
    const leavesAtS = timeAtTrace(curves[v].points, edge);
    const slackS = leavesAtS === null ? null : leavesAtS - step.endS;
    if (slackS !== null && (step.slackS === null || slackS < step.slackS)) step.slackS = slackS;
  });
  if (step.endTrace > step.window.high + EPSILON || step.startTrace > step.window.high + EPSILON)
    step.missed = "too thick";
  else if (step.startTrace < step.window.low - EPSILON) step.missed = "too thin";
}

function falseTraces(
  program: Program,
  curves: readonly Curve[],
  steps: readonly ScheduledStep[],
): Timeline["falseTrace"] {
  return program.vessels.flatMap((v, i) => {
    if (v.pot < 0) return [];
    const last = steps.findLast((s) => s.window && s.portionIds.includes(v.id));
    const cold = curves[i].points.find(
      (p) => isFalseTraceLikely(p.temperatureC, program.meltsAboveC[v.pot]) && p.trace < 3,
    );
    return last && cold && cold.atS < last.endS ? [{ portionId: v.id, atS: cold.atS }] : [];
  });
}
