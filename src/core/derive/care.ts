import { type CareStep, careOf } from "../cure/aftercare";
import type { Care, CareTask } from "../cure/careSchema";
import type { Plan } from "../document/schema";
import type { Derived } from "./derive";

/** Care that the last steps of the pour were already. */
const STEP_TASKS: Readonly<Record<string, CareTask>> = { "finish:spritz": "mist", "finish:cover": "cover" };

/** What was misted and covered as a step of the pour is not asked about again. */
function doneInPour({ record }: Plan): Care[] {
  const startMs = Date.parse(record.startedAt ?? "");
  return record.events.flatMap((e): Care[] => {
    const task = e.kind === "stepDone" && Object.hasOwn(STEP_TASKS, e.stepId) ? STEP_TASKS[e.stepId] : null;
    return task ? [{ id: e.id, task, answer: "done", at: new Date(startMs + 1000 * e.atS).toISOString() }] : [];
  });
}

/** The care of a poured plan; empty where its hours are not known. */
export function careSteps(plan: Plan, derived: Pick<Derived, "dates">): CareStep[] {
  const { finishedAt, days } = plan.record;
  const care = [...doneInPour(plan), ...plan.record.care];
  const after = derived.dates?.after;
  if (!finishedAt || !after) return [];
  return careOf({
    practice: plan.practice,
    isDecorated: plan.decorations.some((d) => d.place === "on-top"),
    finishedAt,
    care,
    days,
    after,
  });
}
