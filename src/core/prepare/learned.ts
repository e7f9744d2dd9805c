import type { Masses } from "../batter/masses";
import { LEAST_JUMP } from "../clock/knowledge";
import { type Lesson, lessonsOf, type Posterior, posteriorOn } from "../clock/learn";
import type { Plan } from "../document/schema";
import { scentClass } from "../scent/classes";
import { scentKey } from "../scent/effect";
import { countedChecks, programOf } from "./compile";

/**
 * What the record of a pour says of the clock's unknowns.
 * @param nowS seconds since first contact; by default the last event
 */
export function posteriorOf(plan: Plan, masses: Masses, nowS?: number): Posterior {
  const last = plan.record.events.reduce((t, e) => Math.max(t, e.atS), 0);
  return posteriorOn(programOf(plan, masses, nowS ?? last), {
    checks: countedChecks(plan),
    teachesPace: plan.record.teachesPace,
    unmeasured: new Map(
      plan.portions.map((p) => [p.id, (p.scent?.parts ?? []).filter((x) => x.measured === null).map(scentKey)]),
    ),
  });
}

/** True where the record holds anything that moves the belief: a trace check, or steps done. */
export const hasReadings = (plan: Plan): boolean =>
  plan.record.events.some((e) => e.kind === "traceCheck" || e.kind === "stepDone" || e.kind === "deviation");

/**
 * Whether anything of an unknown was really observed: a scent or an additive in a cup that was looked at with it in, a formula in any of its cups. What
 * belief alone shifts (one unknown made likelier by another) is no lesson.
 */
function observed(plan: Plan): (unknown: string) => boolean {
  const doneS = new Map(plan.record.events.flatMap((e) => (e.kind === "stepDone" ? [[e.stepId, e.atS] as const] : [])));
  const seen = new Set<string>();
  for (const check of countedChecks(plan)) {
    if (plan.batters.some((b) => b.id === check.portionId)) seen.add(`formula:${check.portionId}`);
    const portion = plan.portions.find((p) => p.id === check.portionId);
    const batter = plan.batters.find((b) => b.id === portion?.batterId);
    if (!portion || !batter) continue;
    seen.add(`formula:${batter.id}`);
    for (const holder of [portion, batter]) {
      if ((doneS.get(`scent:${holder.id}`) ?? Number.POSITIVE_INFINITY) <= check.atS)
        for (const part of holder.scent?.parts ?? []) {
          seen.add(`F:${scentKey(part)}`);
          seen.add(`J:${scentKey(part)}`);
        }
      for (const a of holder.additives) seen.add(`A:${a.kind}`);
    }
  }
  return (unknown) => unknown === "pace" || seen.has(unknown);
}

/**
 * What a poured batch teaches, on the scale that lessons are kept on: logs of a scent's factor and jump by its key, offsets of the library
 * formula that was used, of additives by kind, and of the person's pace.
 */
export function teach(plan: Plan, posterior: Posterior): Lesson[] {
  const used = new Map(
    [...plan.batters, ...plan.portions].flatMap((c) =>
      (c.scent?.parts ?? []).map((p) => [scentKey(p), p.measured ?? scentClass(p.class)] as const),
    ),
  );
  const isObserved = observed(plan);
  return lessonsOf(posterior).flatMap((l): Lesson[] => {
    if (!isObserved(l.unknown)) return [];
    const [kind, key] = [l.unknown.slice(0, l.unknown.indexOf(":")), l.unknown.slice(l.unknown.indexOf(":") + 1)];
    if (kind === "F") return [{ ...l, mean: l.mean + Math.log(used.get(key)?.rateFactor ?? 1) }];
    if (kind === "J") {
      const jump = used.get(key)?.jumpSteps ?? 0;
      return jump < LEAST_JUMP ? [] : [{ ...l, mean: l.mean + Math.log(jump) }];
    }
    if (kind === "formula") {
      const ref = plan.batters.find((b) => b.id === key)?.formulaRef;
      return ref ? [{ ...l, unknown: `formula:${ref.formulaId}` }] : [];
    }
    return [l];
  });
}
