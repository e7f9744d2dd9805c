import type { CureDates } from "../cure/dates";

export type Status = "planned" | "pouring" | "curing" | "ready";

/** Where a batch stands on a day (ISO date). */
export function statusOf(phase: string, dates: CureDates | null, today: string): Status {
  if (phase === "planned" || phase === "pouring") return phase;
  return dates && today >= dates.readyOn ? "ready" : "curing";
}
