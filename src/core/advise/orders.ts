import type { Masses } from "../batter/masses";
import { type Solution, type SolveOptions, solve } from "../clock/solver/solve";
import type { Plan } from "../document/schema";
import { programOf } from "../prepare/compile";

/** The best orders of a plan's steps, its locked ones standing; null when stopped. */
export function solveOrders(plan: Plan, masses: Masses, options: SolveOptions): Solution[] | null {
  const order = plan.schedule.locked.length ? plan.schedule.order : [];
  const base = programOf({ ...plan, schedule: { ...plan.schedule, order } }, masses);
  return solve(base, new Set(plan.schedule.locked), options);
}
