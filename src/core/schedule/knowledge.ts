import type { Plan } from "../plan/schema";
import { scentClass } from "../scent/classes";
import { judgeScent } from "../scent/evidence";
import type { LibraryScent } from "../scent/scentSchema";
import { afterLessons, type Lesson, lessonsOf, type Posterior } from "./learn";
import { countedChecks, SPREAD, scentKey } from "./program";

/** A lesson as it is kept, with the batch that taught it. */
export interface KeptLesson {
  batchId: string;
  title: string;
  unknown: string;
  mean: number;
  precision: number;
  isLeftOut: boolean;
}

/** What is known of one unknown: the lessons, and the belief after those that count. */
export interface Known {
  unknown: string;
  lessons: KeptLesson[];
  mean: number;
  sd: number;
}

/** Lessons stand on one scale, whatever was believed when the batch was planned, and add up by precision. */
export function knownOf(unknown: string, prior: { mean: number; sd: number }, lessons: readonly KeptLesson[]): Known {
  const own = lessons.filter((l) => l.unknown === unknown);
  return {
    unknown,
    lessons: own,
    ...afterLessons(
      prior,
      own.filter((l) => !l.isLeftOut),
    ),
  };
}

export interface ScentKnowledge {
  rateFactor: number;
  jumpSteps: number;
  heatC: number;
  sdLog: number;
  /** Rate factor and its 80 % interval before and after the own batches. */
  before: { factor: number; low: number; high: number };
  after: { factor: number; low: number; high: number };
  lessons: KeptLesson[];
}

const TENTH = 1.2816;
/** Jumps under this are none: their log says nothing. */
const LEAST_JUMP = 0.02;
const interval = (factor: number, sd: number) => ({
  factor,
  low: factor * Math.exp(-TENTH * sd),
  high: factor * Math.exp(TENTH * sd),
});

/** What own batches have made of a scent's rate and jump; null where none has said anything. Lessons are logs of the factor and of the jump. */
export function scentKnowledge(id: string, scent: LibraryScent, lessons: readonly KeptLesson[]): ScentKnowledge | null {
  const { used } = judgeScent({ ...scent, measured: null });
  const f = knownOf(`F:${id}`, { mean: Math.log(used.rateFactor), sd: used.sdLog }, lessons);
  const j = knownOf(`J:${id}`, { mean: Math.log(Math.max(LEAST_JUMP, used.jumpSteps)), sd: used.sdLog }, lessons);
  if (f.lessons.length === 0 && j.lessons.length === 0) return null;
  const rateFactor = Math.exp(f.mean);
  return {
    rateFactor,
    jumpSteps: used.jumpSteps < LEAST_JUMP ? used.jumpSteps : Math.exp(j.mean),
    heatC: used.heatC,
    sdLog: Math.max(0.05, f.sd),
    before: interval(used.rateFactor, used.sdLog),
    after: interval(rateFactor, f.sd),
    lessons: f.lessons,
  };
}

/** Own pace after all that counts; null before the first lesson. */
export function paceKnowledge(lessons: readonly KeptLesson[]): { mean: number; sd: number } | null {
  const known = knownOf("pace", { mean: 0, sd: SPREAD.pace }, lessons);
  return known.lessons.some((l) => !l.isLeftOut) ? { mean: known.mean, sd: Math.max(0.05, known.sd) } : null;
}

/** Offset of a formula of the library after all that counts; null before the first lesson. */
export function formulaKnowledge(
  formulaId: string,
  lessons: readonly KeptLesson[],
): { mean: number; sd: number } | null {
  const known = knownOf(`formula:${formulaId}`, { mean: 0, sd: SPREAD.formula }, lessons);
  return known.lessons.some((l) => !l.isLeftOut) ? { mean: known.mean, sd: Math.max(0.08, known.sd) } : null;
}

/** Offsets of additives by kind, per usual dose. */
export function additiveKnowledge(lessons: readonly KeptLesson[]): Record<string, { mean: number; sd: number }> {
  const kinds = new Set(lessons.flatMap((l) => (l.unknown.startsWith("A:") && !l.isLeftOut ? [l.unknown] : [])));
  return Object.fromEntries(
    [...kinds].map((unknown) => {
      const { mean, sd } = knownOf(unknown, { mean: 0, sd: SPREAD.additive }, lessons);
      return [unknown.slice(2), { mean, sd: Math.max(0.03, sd) }];
    }),
  );
}

/**
 * Whether anything of an unknown was really observed: a scent or an additive in a cup that was looked at with it in, a formula in any of its cups. What
 * belief alone shifts (one unknown made likelier by another) is no lesson.
 */
function observed(plan: Plan): (unknown: string) => boolean {
  const doneS = new Map(plan.record.events.flatMap((e) => (e.kind === "stepDone" ? [[e.stepId, e.atS] as const] : [])));
  const seen = new Set<string>();
  for (const check of countedChecks(plan)) {
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
