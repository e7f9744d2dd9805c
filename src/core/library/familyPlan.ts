import { newPlan, plainColourant, plainPortion } from "../document/newPlan";
import type { Plan } from "../document/schema";
import { type FamilyId, layOut } from "../techniques/families/registry";

/** A plan of four cups (Moon, Ink, Brass, Ember) laid out in a family at its start values, for the bench, the contact sheet and tests. */
export function planOfFamily(family: FamilyId): Plan {
  const base = newPlan("Four cups", 4);
  base.portions = [
    base.portions[0],
    { ...base.portions[1], sharePct: 22 },
    { ...base.portions[2], sharePct: 20 },
    { ...plainPortion("p4", "b1", "Ember", 18), colourants: [plainColourant("c3", "Ember", "oxide", "#c8403a")] },
  ];
  return { ...base, design: { ...base.design, family }, operations: layOut(base, family, {}) };
}
