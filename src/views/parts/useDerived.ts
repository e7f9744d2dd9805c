import { useDeferredValue, useMemo } from "react";
import type { Derived } from "../../core/derive/derive";
import { derivedOf } from "../../core/derive/workedOut";
import { linesOf } from "../../core/document/ids";
import type { Plan } from "../../core/document/schema";
import type { UnitPreferences } from "../../core/units/quantities";

/** True where two states of a document hold the same lines in the same order: only what stands in them may differ. */
function haveSameLines(a: Plan, b: Plan): boolean {
  if (a === b) return true;
  const [one, other] = [linesOf(a), linesOf(b)];
  return one.length === other.length && one.every((line, i) => line.id === other[i].id);
}

/**
 * All figures of a plan. What is typed is shown at once and its figures in the next breath, so that a keystroke in a large plan is never held up;
 * where lines came, went or moved the figures come with the edit itself, and always speak of the lines that are there.
 */
export function useDerived(plan: Plan, units: UnitPreferences, nowS?: number): Derived {
  const settled = useDeferredValue(plan);
  const shown = haveSameLines(plan, settled) ? settled : plan;
  return useMemo(() => derivedOf(shown, units, nowS), [shown, units, nowS]);
}
