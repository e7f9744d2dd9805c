import { useState } from "react";
import { type Choice, type ChoiceOrder, sortChoices } from "../../core/derive/choices";
import { FAMILY_IDS, type FamilyId } from "../../core/techniques/families/registry";

/** Where designs stand: in which order those that can be done, and those that are out. */
interface Places {
  order: ChoiceOrder;
  can: FamilyId[];
  out: FamilyId[];
}

export interface Placed {
  can: Choice[];
  out: Choice[];
  /** Every family in its fixed place, null for those that are still being worked out; null once places by rank are given out. */
  arriving: (readonly [FamilyId, Choice | null])[] | null;
}

/**
 * Gives designs places by their rank once all are there in full, and keeps them while a change is worked out: none moves under a hand that is about to press
 * it. Another order asked for takes effect at once.
 */
export function usePlaces(choices: readonly Choice[], order: ChoiceOrder, isWorking: boolean): Placed {
  const [kept, keep] = useState<Places | null>(null);
  let places = kept;
  if (!isWorking || (kept && kept.order !== order)) {
    const { can, out } = sortChoices(choices, order);
    places = { order, can: can.map((c) => c.family), out: out.map((c) => c.family) };
    if (JSON.stringify(places) !== JSON.stringify(kept)) keep(places);
  }
  const of = new Map(choices.map((c) => [c.family, c]));
  const [can, out] = [places?.can ?? [], places?.out ?? []].map((all) => all.flatMap((id) => of.get(id) ?? []));
  if (!isWorking || FAMILY_IDS.every((id) => places?.can.includes(id) || places?.out.includes(id)))
    return { can, out, arriving: null };
  return { can: [], out: [], arriving: FAMILY_IDS.map((id) => [id, of.get(id) ?? null] as const) };
}
