import type { Plan } from "../schema";
import type { Edit } from "./edit";

/** What of a batch is no plan: its name and words, what was ticked, and what happened. */
const NOT_PLANNED = ["schemaVersion", "title", "notes", "weighUp", "record"] as const;
type Planned = Exclude<keyof Plan, (typeof NOT_PLANNED)[number]>;

/** Everything that can be planned. */
export const plannedKeys = (plan: Plan): Planned[] =>
  (Object.keys(plan) as (keyof Plan)[]).filter((key): key is Planned => !NOT_PLANNED.some((k) => k === key));

/** Puts everything that can be planned back to what a variant says; what was ticked, weighed in the bowl and recorded since stays. */
export function takeBack(now: Plan, variant: Plan): Edit {
  const batters = variant.batters.map((b) => ({ ...b, bowl: now.batters.find((x) => x.id === b.id)?.bowl ?? b.bowl }));
  const back: Plan = { ...variant, batters };
  return { kind: "all", edits: plannedKeys(variant).map((key) => ({ kind: "set", path: [key], value: back[key] })) };
}
