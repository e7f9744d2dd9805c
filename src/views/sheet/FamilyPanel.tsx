import type { Edit } from "../../core/document/edits/edit";
import { applyEdit } from "../../core/document/edits/edit";
import { spreadOverMoulds } from "../../core/document/moulds";
import type { Plan } from "../../core/document/schema";
import {
  FAMILIES,
  FAMILY_IDS,
  type FamilyId,
  familyOf,
  knobsOf,
  layOut,
} from "../../core/techniques/families/registry";
import { NumberField } from "../parts/NumberField";
import type { PanelProps } from "./panel";

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

/** The design family and its few knobs: a turn lays the pours out anew; after that they are edited freely. */
export function FamilyPanel({ batch, disabled }: PanelProps) {
  const { plan } = batch;
  const familyId = plan.design.family;
  const family = familyOf(familyId);
  const knobs = knobsOf(family, plan.design.knobs);
  const lay = (id: FamilyId, next: Plan["design"]["knobs"]) => batch.edit(familyEdit(plan, id, next));
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 text-[13px]">
      <select
        aria-label="Design family"
        className="field font-semibold"
        value={familyId}
        disabled={disabled}
        title={family.blurb}
        onChange={(e) => {
          const id = e.currentTarget.value as FamilyId;
          lay(id, {});
          batch.seal();
        }}
      >
        {FAMILY_IDS.map((id) => (
          <option key={id} value={id}>
            {FAMILIES[id].label}
          </option>
        ))}
      </select>
      {family.knobs.map((k) =>
        k.kind === "number" ? (
          <NumberField
            key={k.id}
            label={k.label}
            unit={k.unit}
            step={k.step}
            width="w-9"
            value={Number(knobs[k.id])}
            disabled={disabled}
            onChange={(v) =>
              v === null || v < k.low || v > k.high
                ? `goes from ${k.low} to ${k.high}`
                : lay(familyId, { ...knobs, [k.id]: v })
            }
            onBlur={batch.seal}
          />
        ) : (
          <label key={k.id} className="inline-flex items-baseline gap-1 text-muted">
            {k.label}
            <select
              className="field text-ink"
              disabled={disabled}
              value={String(knobs[k.id])}
              onChange={(e) => {
                lay(familyId, { ...knobs, [k.id]: e.currentTarget.value });
                batch.seal();
              }}
            >
              {k.options.map((o) => (
                <option key={o.value} value={o.value}>
                  {o.label}
                </option>
              ))}
            </select>
          </label>
        ),
      )}
    </div>
  );
}
