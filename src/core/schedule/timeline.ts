import { paletteOf } from "../plan/colours";
import type { Masses } from "../plan/masses";
import type { Batter, Plan, RecordEvent } from "../plan/schema";
import { scentEffect } from "../scent/effect";
import { portionPace } from "../split/portions";
import { blendingSecondsTo, type Cup, emulsionBlendS, restRatePerMin } from "../trace/cup";
import { type RunInput, type RunResult, run, type ScheduledStep, timeAtTrace } from "./run";
import { deriveSteps } from "./steps";

export interface Timeline extends RunResult {
  /** Time until the first cup leaves the window of its last step, s since first contact; null if none does within the horizon. */
  workingTimeS: number | null;
  /** Portion that ends the working time. */
  workingTimePortionId: string | null;
  /** The first step that misses its window, or else the one with the least slack. */
  critical: { stepId: string; slackS: number | null; missed: ScheduledStep["missed"] } | null;
  /** First time each portion reaches medium and thick trace, s; null beyond the horizon. */
  reaches: { portionId: string; mediumS: number | null; thickS: number | null }[];
}

const potOf = (batter: Batter, masses: Masses): Cup => {
  const m = masses.batters.find((b) => b.id === batter.id)!;
  return {
    massG: m.baseG,
    trace: 0,
    temperatureC: batter.startTemperatureC,
    restRate: restRatePerMin(
      m.formula.lyeConcentrationPct / 100,
      m.formula.hardFatShare,
      m.formula.paceOffset,
      m.formula.additivePace,
    ),
    scent: null,
  };
};

/** Real end of every step done, by step id, from the record. */
export function actualEnds(events: readonly RecordEvent[]): Map<string, number> {
  const ends = new Map<string, number>();
  for (const e of events) if (e.kind === "stepDone") ends.set(e.stepId, e.atS);
  return ends;
}

/**
 * Plays the plan through the trace clock. Deterministic; every time is an estimate.
 * @param nowS seconds since first contact when the pour is on; steps done then stand at their recorded times. Absent while planning.
 */
export function computeTimeline(plan: Plan, masses: Masses, nowS?: number): Timeline {
  const pots = new Map(plan.batters.map((b) => [b.id, potOf(b, masses)]));
  const blendS = (batterId: string) => {
    const pot = pots.get(batterId)!;
    const batter = plan.batters.find((b) => b.id === batterId)!;
    return (
      emulsionBlendS(pot.massG) + blendingSecondsTo(batter.blendToTrace, pot.massG, pot.restRate, pot.temperatureC)
    );
  };
  const doseRatioOf = (batterId: string) => masses.batters.find((b) => b.id === batterId)!.formula.oilsPerBaseG;
  const cups: RunInput["cups"] = new Map(
    plan.portions.map((p) => [
      p.id,
      {
        batterId: p.batterId,
        massG: masses.portions.find((m) => m.id === p.id)!.finishedG,
        restRate: pots.get(p.batterId)!.restRate,
        colourPace: portionPace(p, doseRatioOf(p.batterId)),
        scent: p.scent ? scentEffect(p.scent, doseRatioOf(p.batterId)) : null,
      },
    ]),
  );
  const steps = deriveSteps(plan, masses, paletteOf(plan, masses), blendS);
  const actual = nowS === undefined ? undefined : { endS: actualEnds(plan.record.events), nowS };
  const potScents = new Map(
    plan.batters.flatMap((b) => (b.scent ? [[b.id, scentEffect(b.scent, doseRatioOf(b.id))] as const] : [])),
  );
  const result = run({ steps, pots, cups, potScents, roomC: plan.roomTemperatureC, actual });
  return { ...result, ...workingTime(result), critical: criticalStep(result.steps), reaches: reaches(plan, result) };
}

function workingTime(result: RunResult): Pick<Timeline, "workingTimeS" | "workingTimePortionId"> {
  let workingTimeS: number | null = null;
  let workingTimePortionId: string | null = null;
  const lastOf = new Map<string, ScheduledStep>();
  for (const s of result.steps) if (s.window) lastOf.set(s.portionIds[0], s);
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
  const missed = pending.find((s) => s.missed);
  if (missed) return { stepId: missed.id, slackS: missed.slackS, missed: missed.missed };
  const tight = pending.filter((s) => s.slackS !== null).sort((a, b) => a.slackS! - b.slackS!)[0];
  return tight ? { stepId: tight.id, slackS: tight.slackS, missed: null } : null;
}

const reaches = (plan: Plan, result: RunResult): Timeline["reaches"] =>
  plan.portions.map((p) => {
    const points = result.curves.find((c) => c.id === p.id)?.points ?? [];
    return { portionId: p.id, mediumS: timeAtTrace(points, 3), thickS: timeAtTrace(points, 4) };
  });
