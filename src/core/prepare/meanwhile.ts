import type { Plan } from "../document/schema";
import { TOOLS } from "../techniques/tools";
import type { ScheduledStep } from "./timeline";

/** A wait from which on something else can be done, s. */
export const LONG_WAIT_S = 90;

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

/** What was used in the design so far and is used no more: it can be washed up. */
function usedUp(plan: Plan, steps: readonly ScheduledStep[]): string[] {
  const done = new Set(steps.filter((s) => s.done).map((s) => s.operationId));
  const toolsOf = (isDone: boolean) =>
    new Set(
      plan.operations
        .filter((o) => done.has(o.id) === isDone)
        .flatMap((o) => {
          if (o.kind === "wire") return ["the hanger"];
          if (o.kind === "comb") return ["the comb"];
          if (o.kind === "funnel") return ["the funnel"];
          if (o.kind === "pullDividers") return ["the dividers"];
          if (o.kind === "stroke" || o.kind === "topStroke") return [`the ${TOOLS[o.tool].label}`];
          return o.kind === "bottleLine" ? ["the bottles"] : [];
        }),
    );
  const later = toolsOf(false);
  return [...toolsOf(true)].filter((tool) => !later.has(tool));
}

/** Cups from which nothing is to come any more. */
const emptied = (plan: Plan, steps: readonly ScheduledStep[]): string[] =>
  plan.portions
    .filter((p) => steps.some((s) => s.portionIds[0] === p.id && s.done && s.kind === "pour"))
    .filter(
      (p) => !steps.some((s) => s.portionIds.includes(p.id) && !s.done && (s.kind === "pour" || s.kind === "pipe")),
    )
    .map((p) => p.name);

/**
 * What can be done while a step waits for its batter, in the order of its use; nothing where the wait is short.
 * @param step the step that waits @param waitS how long, s
 */
export function meanwhile(plan: Plan, steps: readonly ScheduledStep[], step: ScheduledStep, waitS: number): string[] {
  if (waitS < LONG_WAIT_S) return [];
  const nameOf = (id: string) => plan.portions.find((p) => p.id === id)?.name ?? "";
  const others = plan.portions.filter(
    (p) =>
      !step.portionIds.includes(p.id) &&
      steps.some((s) => !s.done && s.id !== step.id && s.window !== null && s.portionIds[0] === p.id),
  );
  const words: string[] = [];
  if (step.kind === "pipe")
    words.push(
      `Line the bag with film, fit the tip and fill in ${nameOf(step.portionIds[0])}; leave it lying still, the end closed. Try a dollop now and then.`,
    );
  if (step.kind === "pour" && step.portionIds.length === 1)
    words.push(`Stir ${nameOf(step.portionIds[0])} by hand now and then: it thickens first at the rim.`);
  if (step.kind === "draw" || step.id === "finish:press") words.push("Leave the mould where it is: no knock, no tilt.");
  if (others.length > 0) words.push(`Stir ${listed(others.map((p) => p.name))} once a minute, so that no skin forms.`);
  const tools = usedUp(plan, steps);
  const cups = emptied(plan, steps);
  const wash = [...tools, ...(cups.length > 0 ? [`the ${cups.length > 1 ? "cups" : "cup"} of ${listed(cups)}`] : [])];
  if (wash.length > 0) words.push(`Wipe out and wash ${listed(wash)}, gloves on.`);
  return words;
}
