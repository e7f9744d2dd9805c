import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import { FAMILY_IDS } from "../techniques/families/registry";
import { byId } from "../units/byId";
import type { Barred, Ground, Way } from "./ground";
import { inFamily, spooned, without } from "./otherDesign";
import type { Rest } from "./rest";
import { fastFirst, fatDrops, unDrawn, widerTools } from "./sameDesign";

/**
 * Every other way to go on that the registry of families and the pours that are left allow, without asking the clock.
 * @param fastId the cup that runs, or stands thickest of those that are left
 */
export function waysOn(plan: Plan, rest: Rest, fastId: string): { ways: Way[]; barred: Barred[] } {
  const make = idMaker(plan);
  const g: Ground = { plan, rest, fast: byId(plan.portions, fastId), newId: () => make("o") };
  const families = FAMILY_IDS.filter((id) => id !== plan.design.family).map((id) => inFamily(g, id));
  return {
    ways: [
      ...fastFirst(g),
      ...fatDrops(g),
      ...widerTools(g),
      ...unDrawn(g),
      ...without(g),
      ...families.filter((f): f is Way => "edit" in f),
      ...spooned(g),
    ],
    barred: families.filter((f): f is Barred => "reason" in f),
  };
}
