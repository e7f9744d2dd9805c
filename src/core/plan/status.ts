import type { CureDates } from "../cure/dates";
import type { Plan } from "./schema";

export type Status = "planned" | "pouring" | "curing" | "ready";

/** Where a batch stands on a day (ISO date). */
export function statusOf(plan: Pick<Plan, "record">, dates: CureDates | null, today: string): Status {
  if (plan.record.startedAt === null) return "planned";
  if (plan.record.finishedAt === null) return "pouring";
  return dates && today >= dates.readyOn ? "ready" : "curing";
}
