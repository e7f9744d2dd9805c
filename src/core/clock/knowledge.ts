import { type Told, toldOf } from "../practice/told";
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

interface Belief {
  mean: number;
  sd: number;
}

/** What is believed of one unknown with what own batches say of it. Lessons stand on one scale, whatever was believed when the batch was planned. */
export const believedOf = (prior: Belief, told: Told | undefined): Belief => afterLessons(prior, told ? [told] : []);

export interface ScentKnowledge {
  rateFactor: number;
  jumpSteps: number;
  heatC: number;
  sdLog: number;
  /** Rate factor and its 80 % interval before and after the own batches. */
  before: { factor: number; low: number; high: number };
  after: { factor: number; low: number; high: number };
  /** Own batches that say something of its rate; it may be only of its jump that any does. */
  batches: number;
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
export function scentKnowledge(id: string, scent: LibraryScent, told: readonly Told[]): ScentKnowledge | null {
  const [toldF, toldJ] = [toldOf(told, `F:${id}`), toldOf(told, `J:${id}`)];
  if (!toldF && !toldJ) return null;
  const { used } = judgeScent({ ...scent, measured: null });
  const f = believedOf({ mean: Math.log(used.rateFactor), sd: used.sdLog }, toldF);
  const j = believedOf({ mean: Math.log(Math.max(LEAST_JUMP, used.jumpSteps)), sd: used.sdLog }, toldJ);
  const rateFactor = Math.exp(f.mean);
  return {
    rateFactor,
    jumpSteps: used.jumpSteps < LEAST_JUMP ? used.jumpSteps : Math.exp(j.mean),
    heatC: used.heatC,
    sdLog: Math.max(0.05, f.sd),
    before: interval(used.rateFactor, used.sdLog),
    after: interval(rateFactor, f.sd),
    batches: toldF?.batches ?? 0,
  };
}

/** The belief in one unknown about nothing, at least so wide; null before the first lesson. */
function leaning(told: readonly Told[], unknown: string, sd: number, leastSd: number): Belief | null {
  const own = toldOf(told, unknown);
  const known = believedOf({ mean: 0, sd }, own);
  return own ? { mean: known.mean, sd: Math.max(leastSd, known.sd) } : null;
}

/** Own pace after all that counts; null before the first lesson. */
export const paceKnowledge = (told: readonly Told[]): Belief | null => leaning(told, "pace", SPREAD.pace, 0.05);

/** Offset of a formula of the library after all that counts; null before the first lesson. */
export const formulaKnowledge = (formulaId: string, told: readonly Told[]): Belief | null =>
  leaning(told, `formula:${formulaId}`, SPREAD.formula, 0.08);

/** Offsets of additives by kind, per usual dose. */
export function additiveKnowledge(told: readonly Told[]): Record<string, Belief> {
  return Object.fromEntries(
    told.flatMap(({ unknown }) => {
      const known = unknown.startsWith("A:") ? leaning(told, unknown, SPREAD.additive, 0.03) : null;
      return known ? [[unknown.slice(2), known] as const] : [];
    }),
  );
}
