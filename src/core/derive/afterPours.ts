import { type CareStep, nextCare, type OpenCare } from "../cure/aftercare";
import type { Plan } from "../document/schema";
import { careSteps } from "./care";
import { derive } from "./derive";

/** A batch after its pour, with what is asked about next. */
export interface Standing {
  id: string;
  title: string;
  steps: CareStep[];
  next: OpenCare | null;
}

/** Where a poured batch stands at a moment; null before the end of its pour. */
export function standingAfter(id: string, plan: Plan, nowMs: number): Standing | null {
  if (plan.record.finishedAt === null) return null;
  const steps = careSteps(plan, derive(plan));
  return {
    ...{ id, title: plan.title, steps },
    next: nextCare(steps, nowMs),
  };
}

/** Batches that something is still asked about, the most urgent first. */
export const byUrgency = (all: readonly Standing[]): (Standing & { next: OpenCare })[] =>
  all.filter((s): s is Standing & { next: OpenCare } => s.next !== null).sort((a, b) => a.next.dueMs - b.next.dueMs);
