import { type CareStep, nextCare, type OpenCare } from "../cure/aftercare";
import type { Plan } from "../document/schema";
import { careSteps } from "./care";
import { datesOf } from "./derive";

/** A batch after its pour, with its care. */
export interface AfterPourCare {
  id: string;
  title: string;
  steps: CareStep[];
}

/** A batch that something is still asked about. */
export interface Asked extends AfterPourCare {
  next: OpenCare;
}

/** The care of a poured batch; null before the end of its pour. */
export const careAfter = (id: string, plan: Plan): AfterPourCare | null =>
  plan.record.finishedAt === null ? null : { id, title: plan.title, steps: careSteps(plan, { dates: datesOf(plan) }) };

/** Batches that something is still asked about at a moment, the most urgent first. */
export const byUrgency = (all: readonly AfterPourCare[], nowMs: number): Asked[] =>
  all
    .flatMap((a): Asked[] => {
      const next = nextCare(a.steps, nowMs);
      return next ? [{ ...a, next }] : [];
    })
    .sort((a, b) => a.next.dueMs - b.next.dueMs);
