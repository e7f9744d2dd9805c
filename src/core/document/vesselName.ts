import type { Plan } from "./schema";

/** A cup by its name, or the bowl that a batter is in; empty for what is not there. */
export function vesselName(plan: Pick<Plan, "portions" | "batters">, id: string | null): string {
  const cup = plan.portions.find((p) => p.id === id);
  if (cup) return cup.name;
  const batter = plan.batters.find((b) => b.id === id);
  if (!batter) return "";
  return plan.batters.length > 1 ? `the bowl of ${batter.name}` : "the bowl";
}
