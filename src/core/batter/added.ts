import type { Added } from "../document/logSchema";
import type { Plan } from "../document/schema";
import { byId } from "../units/byId";
import type { Masses } from "./masses";

const addedOf = (plan: Plan): Added[] => plan.record.events.flatMap((e) => (e.kind === "added" ? [e] : []));

/** Whether colour or scent was put in beyond the plan. */
export const hasAdded = (plan: Plan): boolean => addedOf(plan).some((a) => a.what !== "blending" && a.amount > 0);

/** `amount` of a dose with so many grams on top of those that it was planned as. Where none was planned nothing can be scaled: it stays. */
const raised = (amount: number, plannedG: number, addedG: number): number =>
  plannedG > 0 ? amount * (1 + addedG / plannedG) : amount;

/**
 * The plan with what was put in beyond it: doses of colour and loads of scent as they really are, for colours, limits and the book. The clock takes the same additions at their own
 * times instead, from the plan as it was.
 * @param masses of the plan as it was
 */
export function withAdded(plan: Plan, masses: Masses): Plan {
  const list = addedOf(plan);
  const sum = (what: Added["what"], into: string, colourantId: string | null = null) =>
    list.reduce((g, a) => (a.what === what && a.into === into && a.colourantId === colourantId ? g + a.amount : g), 0);
  return {
    ...plan,
    batters: plan.batters.map((b) => {
      const { scentG, oilsG } = byId(masses.batters, b.id);
      const load = b.scent?.load;
      // The batter is made: what is put into a cup makes no more of it.
      const made = { ...b, size: { basis: "oils" as const, oilsG } };
      return load
        ? {
            ...made,
            scent: { ...b.scent!, load: { ...load, amount: raised(load.amount, scentG, sum("scent", b.id)) } },
          }
        : made;
    }),
    portions: plan.portions.map((p) => {
      const cup = byId(masses.portions, p.id);
      const load = p.scent?.load;
      return {
        ...p,
        scent: load
          ? { ...p.scent!, load: { ...load, amount: raised(load.amount, cup.scentG, sum("scent", p.id)) } }
          : p.scent,
        colourants: p.colourants.map((c) => {
          const { weighedG } = byId(cup.colourants, c.id);
          return { ...c, dose: { ...c.dose, amount: raised(c.dose.amount, weighedG, sum("colour", p.id, c.id)) } };
        }),
      };
    }),
  };
}
