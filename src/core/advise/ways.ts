import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import type { Row } from "../library/use";
import type { LibraryMould } from "../mould/mouldSchema";
import { FAMILY_IDS } from "../techniques/families/registry";
import { byId } from "../units/byId";
import type { Barred, Ground, Way } from "./ground";
import { inFamily, inMould, spooned, without } from "./otherDesign";
import { pressedIn } from "./pressedIn";
import type { Rest } from "./rest";
import { fastFirst, fatDrops, unDrawn, widerTools } from "./sameDesign";

/**
 * Every other way to go on that the registry of families and the pours that are left allow, without asking the clock.
 * @param spare other moulds of the studio, and what is left to pour, mL
 * @param fastId the cup that runs, or stands thickest of those that are left
 */
export function waysOn(
  plan: Plan,
  rest: Rest,
  fastId: string,
  spare: { moulds: readonly Row<LibraryMould>[]; leftMl: number } = { moulds: [], leftMl: 0 },
): { ways: Way[]; barred: Barred[] } {
  const make = idMaker(plan);
  const g: Ground = {
    plan,
    rest,
    fast: byId(plan.portions, fastId),
    newId: () => make("o"),
    newMouldId: () => make("m"),
  };
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
      ...pressedIn(g),
      ...inMould(g, spare.moulds, spare.leftMl),
    ],
    barred: families.filter((f): f is Barred => "reason" in f),
  };
}
