import { judgeScent } from "../scent/evidence";
import type { LibraryScent } from "../scent/scentSchema";
import { afterLessons } from "./learn";
import { SPREAD } from "./program";

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
export const LEAST_JUMP = 0.02;
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
