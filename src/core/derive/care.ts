import { type CareStep, careOf } from "../cure/aftercare";
import type { Plan } from "../document/schema";
import type { Derived } from "./derive";

/** The care of a poured plan; empty where its hours are not known. */
export function careSteps(plan: Plan, derived: Pick<Derived, "dates">): CareStep[] {
  const { finishedAt, care, days } = plan.record;
  const after = derived.dates?.after;
  if (!finishedAt || !after) return [];
  return careOf({ practice: plan.practice, isDecorated: plan.decorations.length > 0, finishedAt, care, days, after });
}
