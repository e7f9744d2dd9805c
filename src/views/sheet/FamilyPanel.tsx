import { type ReactNode, useState } from "react";
import { familyEdit } from "../../core/document/edits/family";
import type { Plan } from "../../core/document/schema";
import { FAMILIES, FAMILY_IDS, type FamilyId, familyOf, knobsOf } from "../../core/techniques/families/registry";
import { HANDS } from "../../core/techniques/hand";
import { Choose } from "../parts/Choose";
import { NumberField } from "../parts/NumberField";
import { OwnBatchesSay } from "../parts/OwnBatchesSay";
import { FromLastTime } from "./FromLastTime";
import type { PanelProps } from "./panel";

/** The design family and its few knobs: a turn lays the pours out anew; after that they are edited freely. */
export function FamilyPanel({ batch, disabled, beside }: PanelProps & { beside?: ReactNode }) {
  const { plan } = batch;
  // What own batches say of a family is said where it is chosen.
  const [chosen, setChosen] = useState<FamilyId | null>(null);
  const familyId = plan.design.family;
  const family = familyOf(familyId);
  const knobs = knobsOf(family, plan.design.knobs);
  const lay = (id: FamilyId, next: Plan["design"]["knobs"]) => batch.edit(familyEdit(plan, id, next));
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1 text-[13px]">
      <FromLastTime batch={batch} disabled={disabled} beside="design" />
      <Choose
        label="Design family"
        value={familyId}
        className="field font-semibold"
        title={family.blurb}
        disabled={disabled}
        options={FAMILY_IDS.map((id) => ({ value: id, label: FAMILIES[id].label }))}
        onChoose={(id) => {
          lay(id, {});
          batch.seal();
          setChosen(id);
        }}
      />
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
            <Choose
              value={String(knobs[k.id])}
              className="field text-ink"
              disabled={disabled}
              options={k.options}
              onChoose={(value) => {
                lay(familyId, { ...knobs, [k.id]: value });
                batch.seal();
              }}
            />
          </label>
        ),
      )}
      <label className="inline-flex items-baseline gap-1 text-muted">
        hand
        <Choose
          value={plan.design.hand}
          className="field text-ink"
          title="How even you pour: a lively hand leaves bars more unlike each other"
          disabled={disabled}
          options={HANDS.map((hand) => ({ value: hand, label: hand }))}
          onChoose={(hand) => {
            batch.edit({ kind: "set", path: ["design", "hand"], value: hand });
          }}
        />
      </label>
      {chosen === familyId && (
        <div className="basis-full">
          <OwnBatchesSay kind="families" id={familyId} name={family.label} />
        </div>
      )}
    </div>
  );
}
