import { Plus, Trash2 } from "lucide-react";
import type { Edit } from "../../../core/document/edits/edit";
import { nextId, withOwnIds } from "../../../core/document/ids";
import { plainBatter, plainPortion } from "../../../core/document/newPlan";
import type { Portion } from "../../../core/document/schema";
import { sapKoh } from "../../../core/formula/oils";
import { portionOf } from "../../../core/techniques/operations/registry";
import { byId } from "../../../core/units/byId";
import { AdditiveRows } from "../../parts/AdditiveRows";
import { useOilFinder } from "../../parts/bench";
import { BoundNumber, BoundText } from "../../parts/bound";
import { Drawer } from "../../parts/Drawer";
import { NumberField } from "../../parts/NumberField";
import { Says } from "../../parts/Says";
import { TraitLines } from "../../parts/TraitLines";
import { useUnits } from "../../parts/units";
import { editable, type PanelProps } from "../panel";
import { ScentFields } from "../portion/ScentFields";
import { FormulaLibrary } from "./FormulaLibrary";
import { LyeFields } from "./LyeFields";
import { OilPicker } from "./OilPicker";
import { byWeight, oilsEdit, withOil } from "./oilEdits";
import { SizeFields } from "./SizeFields";

type Props = PanelProps & { batterId: string; onBatter: (id: string) => void; onClose: () => void };

/** A batter's whole formula; what it promises stands beside what makes it. */
export function FormulaDrawer({ batch, derived, disabled, batterId, onBatter, onClose }: Props) {
  const { plan } = batch;
  const batter = plan.batters.find((b) => b.id === batterId) ?? plan.batters[0];
  const m = derived.masses?.batters.find((b) => b.id === batter.id);
  const judgement = derived.judgements.get(batter.id);
  const open = editable(batch, disabled);
  const find = useOilFinder(plan);
  const { grams } = useUnits();
  const at = (...rest: string[]) => ["batters", `#${batter.id}`, ...rest];
  const setOils = (next: typeof batter.oils) => batch.edit(oilsEdit(plan, batter, next, find));
  const weigh = (id: string, massG: number | null) => {
    if (massG === null || !m) return "needs a number";
    const next = byWeight(batter, m.oils, id, massG);
    if (!next) return "leaves no oils at all";
    return batch.edit({
      kind: "all",
      edits: [
        oilsEdit(plan, batter, next.oils, find),
        { kind: "set", path: at("size"), value: { basis: "oils", oilsG: next.oilsG } },
      ],
    });
  };

  return (
    <Drawer title={`Formula of ${batter.name}`} width={640} onClose={onClose}>
      <Batters {...{ batch, disabled, batterId: batter.id, onBatter }} />
      <FormulaLibrary batch={batch} batter={batter} disabled={disabled} />
      <h3 className="mt-3 text-[15px]">Scaled</h3>
      <SizeFields {...{ batch, batter, derived, disabled }} />
      <h3 className="mt-3 text-[15px]">Oils, by share or by weight</h3>
      <table className="mt-0.5 w-full">
        <thead>
          <tr className="text-left text-[12.5px] text-muted">
            <th className="font-normal">oil</th>
            <th className="text-right font-normal">share</th>
            <th className="text-right font-normal">weight</th>
            <th className="pl-3 font-normal phone:hidden">SAP of the library</th>
          </tr>
        </thead>
        <tbody>
          {batter.oils.map((o) => {
            const row = find(o.oilId);
            return (
              <tr key={o.id} className="border-b border-rule/60">
                <td className="max-w-0 truncate py-0.5" style={{ width: "40%" }}>
                  {row?.name ?? `${o.oilId}: not known`}
                </td>
                <td className="text-right">
                  <BoundNumber
                    open={open}
                    path={at("oils", `#${o.id}`, "sharePct")}
                    label={`Share of ${row?.name}`}
                    hideLabel
                    unit="%"
                    decimals={2}
                  />
                </td>
                <td className="text-right">
                  <NumberField
                    label={`Weight of ${row?.name}`}
                    hideLabel
                    quantity="mass"
                    width="w-16"
                    disabled={disabled}
                    value={m?.oils.find((x) => x.id === o.id)?.massG ?? null}
                    onChange={(v) => weigh(o.id, v)}
                    onBlur={batch.seal}
                  />
                </td>
                <td className="pl-3 text-[12.5px] text-muted phone:hidden">
                  {row ? `${row.sapKohLow}–${row.sapKohHigh}, counted ${sapKoh(row).toFixed(1)}` : ""}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {!disabled && (
        <p className="mt-1">
          <OilPicker taken={batter.oils.map((o) => o.oilId)} onPick={(id) => setOils(withOil(plan, batter, id))} />
          <span className="ml-2 text-[12.5px] text-muted">Typing a weight scales the batter to total oils.</span>
        </p>
      )}
      <h3 className="mt-3 text-[15px]">Lye and water</h3>
      <LyeFields {...{ batch, batter, derived, disabled }} />
      <h3 className="mt-3 text-[15px]">Additives to the whole batter</h3>
      <AdditiveRows
        open={open}
        path={at("additives")}
        additives={batter.additives}
        massOf={(id) => m?.additives.find((a) => a.id === id)?.massG}
        base={m?.dose ?? null}
      />
      <h3 className="mt-3 text-[15px]">Scent into the whole batter</h3>
      <ScentFields
        open={open}
        path={at("scent")}
        scent={batter.scent}
        massG={m?.scentG ?? null}
        dose={m?.dose ?? null}
        where={batter.name}
        plan={plan}
        derived={derived}
      />
      <Says className="mt-2" notices={derived.notices} fields={(f) => f.startsWith(`batters.${batter.id}.`)} />
      {judgement && (
        <>
          <h3 className="mt-3 text-[15px]">What it promises</h3>
          <TraitLines judgement={judgement} />
        </>
      )}
      <p className="mt-3 flex items-baseline gap-4 pb-2">
        <BoundNumber open={open} path={at("densityGPerMl")} label="raw density" unit="g/mL" decimals={3} step={0.01} />
        <span className="text-muted">{m ? `${grams(m.plannedBaseG)} of batter as planned` : ""}</span>
      </p>
    </Drawer>
  );
}

/** The batters of the design: a second pot has a formula and a clock of its own. */
function Batters({ batch, disabled, batterId, onBatter }: Pick<Props, "batch" | "disabled" | "batterId" | "onBatter">) {
  const { plan } = batch;
  const batter = byId(plan.batters, batterId);
  const open = editable(batch, disabled);
  const add = () => {
    const id = nextId(plan, "b");
    const portion: Portion = { ...plainPortion(nextId(plan, "p"), id, "Outline", 0), takesRest: true };
    const share = 20;
    const made = {
      ...withOwnIds(plainBatter(id, `Pot ${plan.batters.length + 1}`, batter.startTemperatureC), plan),
      size: { basis: "mould" as const, sharePct: share },
    };
    const edits: Edit[] = [
      { kind: "insert", path: ["batters"], index: plan.batters.length, item: made },
      { kind: "insert", path: ["portions"], index: plan.portions.length, item: portion },
    ];
    for (const b of plan.batters) {
      if (b.size.basis !== "mould") continue;
      const sharePct = Math.max(0.1, Number(((b.size.sharePct * (100 - share)) / 100).toFixed(1)));
      edits.push({ kind: "set", path: ["batters", `#${b.id}`, "size", "sharePct"], value: sharePct });
    }
    if (batch.edit({ kind: "all", edits }) === null) onBatter(id);
  };
  const remove = () => {
    const gone = new Set(plan.portions.filter((p) => p.batterId === batterId).map((p) => p.id));
    const left = plan.batters.filter((b) => b.id !== batterId);
    const edits: Edit[] = [
      ...plan.operations
        .filter((o) => gone.has(portionOf(o) ?? ""))
        .map((o): Edit => ({ kind: "remove", path: ["operations"], id: o.id })),
      ...[...gone].map((id): Edit => ({ kind: "remove", path: ["portions"], id })),
      { kind: "remove", path: ["batters"], id: batterId },
    ];
    if (left.length === 1 && left[0].size.basis === "mould") {
      edits.push({ kind: "set", path: ["batters", `#${left[0].id}`, "size", "sharePct"], value: 100 });
    }
    if (batch.edit({ kind: "all", edits }) === null) onBatter(left[0].id);
  };
  return (
    <div className="mb-2 flex flex-wrap items-end gap-2 border-b border-rule pb-2">
      {plan.batters.map((b) => (
        <button
          key={b.id}
          type="button"
          className={`button !min-h-6 narrow:!min-h-[44px] ${b.id === batterId ? "button-main" : ""}`}
          aria-pressed={b.id === batterId}
          onClick={() => onBatter(b.id)}
        >
          {b.name}
        </button>
      ))}
      {!disabled && plan.batters.length < 4 && (
        <button type="button" className="inline-flex items-center gap-1 text-muted hover:text-ink" onClick={add}>
          <Plus size={13} /> second pot
        </button>
      )}
      <BoundText
        open={open}
        path={["batters", `#${batterId}`, "name"]}
        label="name of this batter"
        className="ml-auto w-40"
      />
      {!disabled && plan.batters.length > 1 && (
        <button
          type="button"
          className="icon-button"
          aria-label={`Remove ${batter.name} with its cups`}
          title="Remove this batter with its cups"
          onClick={remove}
        >
          <Trash2 size={14} />
        </button>
      )}
    </div>
  );
}
