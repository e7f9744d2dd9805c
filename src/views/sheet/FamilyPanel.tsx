import type { ReactNode } from "react";
import { familyEdit } from "../../core/document/edits/family";
import type { Plan } from "../../core/document/schema";
import { FAMILIES, FAMILY_IDS, type FamilyId, familyOf, knobsOf } from "../../core/techniques/families/registry";
import { NumberField } from "../parts/NumberField";
import type { PanelProps } from "./panel";

/** The design family and its few knobs: a turn lays the pours out anew; after that they are edited freely. */
export function FamilyPanel({ batch, disabled, beside }: PanelProps & { beside?: ReactNode }) {
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
      {beside}
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
