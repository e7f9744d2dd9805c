import { Plus, Trash2 } from "lucide-react";
import type { Edit } from "../../../core/document/edits/edit";
import { nextId, withOwnIds } from "../../../core/document/ids";
import { plainBatter, plainPortion } from "../../../core/document/newPlan";
import type { Portion } from "../../../core/document/schema";
import { portionOf } from "../../../core/techniques/operations/registry";
import { byId } from "../../../core/units/byId";
import { useOilFinder } from "../../parts/bench";
import { BoundNumber, BoundText } from "../../parts/bound";
import { named } from "../../parts/Choose";
import { Drawer } from "../../parts/Drawer";
import { FormulaFields } from "../../parts/FormulaFields";
import { IconButton } from "../../parts/IconButton";
import { DENSITY } from "../../parts/NumberField";
import { OneOf } from "../../parts/OneOf";
import { Says } from "../../parts/Says";
import { TraitLines } from "../../parts/TraitLines";
import { useUnits } from "../../parts/units";
import { editable, type PanelProps } from "../panel";
import { ScentMix } from "../portion/ScentMix";
import { FormulaLibrary } from "./FormulaLibrary";
import { byWeight, oilsEdit } from "./oilEdits";
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
      <div className="mt-3 grid gap-1.5">
        <FormulaFields
          open={open}
          path={at()}
          formula={batter}
          find={find}
          masses={m ?? null}
          water={derived.water.get(batter.id) ?? null}
          base={m?.dose ?? null}
          onOils={setOils}
          onWeigh={weigh}
        />
      </div>
      <h3 className="mt-3 text-[15px]">Scent into the whole batter</h3>
      <ScentMix open={open} path={at("scent")} of={batter} masses={m} plan={plan} derived={derived} />
      <Says className="mt-2" notices={derived.notices} fields={(f) => f.startsWith(`batters.${batter.id}.`)} />
      {judgement && (
        <>
          <h3 className="mt-3 text-[15px]">What it promises</h3>
          <TraitLines judgement={judgement} />
        </>
      )}
      <p className="mt-3 flex items-baseline gap-4 pb-2">
        <BoundNumber open={open} path={at("densityGPerMl")} label="raw density" {...DENSITY} />
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
      <OneOf
        options={named(plan.batters)}
        value={batterId}
        className="button !min-h-6 narrow:!min-h-[44px]"
        onChoose={onBatter}
      />
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
        <IconButton
          icon={Trash2}
          label={`Remove ${batter.name} with its cups`}
          title="Remove this batter with its cups"
          onPress={remove}
        />
      )}
    </div>
  );
}
