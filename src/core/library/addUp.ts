import type { KeptLesson } from "../clock/knowledge";
import { asHabit, firmUnknown } from "../cure/firmness";
import type { Told } from "../practice/told";

/** A lesson without the batch that taught it. */
export type Counted = Pick<KeptLesson, "unknown" | "mean" | "precision" | "isLeftOut">;

/** What lessons say together, one row an unknown, by its name; those that are left out do not count. */
export function addUp(lessons: readonly Counted[]): Told[] {
  const sums = new Map<string, { batches: number; precision: number; weighted: number }>();
  for (const l of lessons) {
    if (l.isLeftOut) continue;
    // Batches without a formula of the library are each a formula of their own: of them only the habit is kept.
    const { mean, precision } = l.unknown === firmUnknown(null) ? asHabit(l) : l;
    const sum = sums.get(l.unknown) ?? { batches: 0, precision: 0, weighted: 0 };
    sum.batches++;
    sum.precision += precision;
    sum.weighted += mean * precision;
    sums.set(l.unknown, sum);
  }
  return [...sums]
    .map(([unknown, { batches, precision, weighted }]) => ({ unknown, batches, mean: weighted / precision, precision }))
    .sort((a, b) => (a.unknown < b.unknown ? -1 : 1));
}
