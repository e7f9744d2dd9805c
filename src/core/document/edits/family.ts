import { FAMILIES, type FamilyId, knobsOf, layOut } from "../../techniques/families/registry";
import { spreadOverMoulds } from "../moulds";
import type { Plan } from "../schema";
import { applyEdit, type Edit } from "./edit";

/** The edit that lays a family out anew from its knobs, over all moulds. */
export function familyEdit(plan: Plan, family: FamilyId, knobs: Plan["design"]["knobs"]): Edit {
  const set = knobsOf(FAMILIES[family], knobs);
  const edits: Edit[] = [
    { kind: "set", path: ["design"], value: { ...plan.design, family, knobs: set } },
    { kind: "set", path: ["operations"], value: layOut(plan, family, set) },
    { kind: "set", path: ["schedule"], value: { order: [], locked: [], thin: {} } },
  ];
  if (plan.moulds.length > 1) {
    const laid = applyEdit(plan, { kind: "all", edits });
    if (laid.ok) edits.push(spreadOverMoulds(laid.document));
  }
  return { kind: "all", edits };
}
