import { computeMasses, type Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Taken } from "../practice/stockSchema";
import { type LineNeed, lineNeeds } from "./materialNeeds";

/** What was put in beyond the plan at the bench: colour and scent by the cup or bowl that they went into. */
function besides(plan: Plan, needs: readonly LineNeed[]): Taken[] {
  const { startedAt } = plan.record;
  if (startedAt === null) return [];
  return plan.record.events.flatMap((e): Taken[] => {
    if (e.kind !== "added" || e.what === "blending") return [];
    const lineId = e.what === "colour" ? `colour:${e.into}:${e.colourantId}` : `scent:${e.into}`;
    return needs
      .filter((n) => n.lineId === lineId)
      .map((n) => ({
        ...moved(n, e.amount),
        at: new Date(Date.parse(startedAt) + 1000 * e.atS).toISOString(),
        lot: "",
      }))
      .filter((t) => t.massG > 0);
  });
}

/** A line's material where the line was weighed at `lineG`. */
const moved = ({ key, kind, name, massG, lineG }: LineNeed, atG: number) => ({
  ...{ key, kind, name, massG: lineG > 0 ? (massG * atG) / lineG : 0 },
});

/**
 * What a batch took of the studio's materials: every ticked line of its weigh-up, at the mass that it was ticked at, and what was put in besides. A tick without an hour
 * counts from first contact; before that it is not known when, and it is left out.
 */
export function takenOf(plan: Plan, masses: Masses | null = computeMasses(plan)): Taken[] {
  const needs = lineNeeds(plan, masses);
  const ticks = new Map(plan.weighUp.ticks.map((t) => [t.id, t]));
  const ticked = needs.flatMap((n): Taken[] => {
    const tick = ticks.get(n.lineId);
    const at = tick?.at ?? plan.record.startedAt;
    if (!tick || tick.massG === null || at === null) return [];
    // One lot cannot be that of several scents in one glass.
    const isAlone = needs.every((o) => o === n || o.lineId !== n.lineId);
    return [{ ...moved(n, tick.massG), at, lot: isAlone ? tick.lot : "" }];
  });
  return [...ticked, ...besides(plan, needs)];
}
