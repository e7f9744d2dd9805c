import { Plus, Trash2 } from "lucide-react";
import type { Edit } from "../../../core/document/edits/edit";
import { nextId } from "../../../core/document/ids";
import { spreadOverMoulds, withMould } from "../../../core/document/moulds";
import { takeMould } from "../../../core/library/use";
import { compartmentsOf } from "../../../core/mould/compartments";
import { MOULD_KINDS, type PlanMould } from "../../../core/mould/mouldSchema";
import { cutTo } from "../../../core/units/text";
import { useBench } from "../../parts/bench";
import { BoundNumber, BoundSelect, BoundText } from "../../parts/bound";
import { Choose, labelled, named } from "../../parts/Choose";
import { Drawer } from "../../parts/Drawer";
import { IconButton } from "../../parts/IconButton";
import { MouldFields } from "../../parts/MouldFields";
import { Says } from "../../parts/Says";
import { useUnits } from "../../parts/units";
import { editable, type PanelProps } from "../panel";
import { EquipmentRows } from "./EquipmentRows";

/** The moulds of the batch, with dividers and cuts into loaves, and the tools laid out, all checked against each other. */
export function MouldDrawer({ batch, derived, disabled, onClose }: PanelProps & { onClose: () => void }) {
  const { plan } = batch;
  const { moulds } = useBench("moulds");
  const { grams, mm } = useUnits();
  const open = editable(batch, disabled);
  const add = (libraryId: string) => {
    const id = nextId(plan, "m");
    const row = moulds.find((m) => m.id === libraryId);
    const item = row
      ? takeMould(row, id, 95)
      : { ...plan.moulds[0], id, name: cutTo(60, `${plan.moulds[0].name} ${plan.moulds.length + 1}`) };
    batch.edit(withMould(plan, item));
  };
  const replace = (mould: PlanMould, libraryId: string) => {
    const row = moulds.find((m) => m.id === libraryId);
    if (row) batch.set(["moulds", `#${mould.id}`], takeMould(row, mould.id, mould.fillPct));
    batch.seal();
  };
  const remove = (id: string) => {
    const edits: Edit[] = [
      ...plan.operations
        .filter((o) => o.mouldId === id)
        .map((o): Edit => ({ kind: "remove", path: ["operations"], id: o.id })),
      { kind: "remove", path: ["moulds"], id },
    ];
    batch.edit({ kind: "all", edits });
  };
  return (
    <Drawer title="Moulds and tools" width={640} onClose={onClose}>
      {plan.moulds.map((mould) => {
        const m = derived.masses?.moulds.find((x) => x.id === mould.id);
        const at = (...rest: string[]) => ["moulds", `#${mould.id}`, ...rest];
        return (
          <section key={mould.id} className="mb-3 border-b border-rule pb-3" aria-label={mould.name}>
            <div className="flex flex-wrap items-end gap-2">
              <BoundText open={open} path={at("name")} label="name" className="w-40" />
              {!disabled && (
                <Choose
                  label={`Take ${mould.name} from the library`}
                  invite="take from the library…"
                  options={named(moulds)}
                  onChoose={(value) => replace(mould, value)}
                />
              )}
              <BoundSelect open={open} path={at("kind")} label="kind" options={labelled(MOULD_KINDS)} />
              {plan.moulds.length > 1 && !disabled && (
                <IconButton
                  icon={Trash2}
                  label={`Remove ${mould.name}`}
                  className="ml-auto"
                  onPress={() => remove(mould.id)}
                />
              )}
            </div>
            <div className="mt-1.5">
              <MouldFields open={open} path={at()} mould={mould} />
            </div>
            <p className="mt-1 flex flex-wrap items-baseline gap-x-4">
              <BoundNumber open={open} path={at("fillPct")} label="filled to" unit="%" width="w-11" />
              {m && (
                <span className="text-muted">
                  takes {grams(m.fillG)}; the pours stand at {mm(m.levelMm)}
                </span>
              )}
            </p>
            <Compartments mould={mould} levelMm={m?.levelMm ?? 0} />
            <Says
              className="mt-1"
              notices={derived.notices}
              fields={(f) => f.startsWith(`moulds.${mould.id}.`)}
              onFix={disabled ? undefined : (e) => batch.edit(e)}
            />
          </section>
        );
      })}
      {!disabled && (
        <p className="flex flex-wrap items-center gap-2">
          <Choose
            label="Add a mould"
            invite="add a mould…"
            options={[{ value: "same", label: "one more like the first" }, ...named(moulds)]}
            onChoose={add}
          />
          {plan.moulds.length > 1 && (
            <button
              type="button"
              className="button !min-h-7 narrow:!min-h-[44px]"
              onClick={() => batch.edit(spreadOverMoulds(plan))}
            >
              <Plus size={14} /> Share the first mould's pours equally among all
            </button>
          )}
        </p>
      )}
      <h3 className="mt-4 text-[15px]">Tools laid out</h3>
      <EquipmentRows batch={batch} derived={derived} disabled={disabled} />
    </Drawer>
  );
}

/** Width and content of every compartment of a divided mould. */
function Compartments({ mould, levelMm }: { mould: PlanMould; levelMm: number }) {
  const { mm, say } = useUnits();
  const c = compartmentsOf(mould);
  if (!c) return null;
  const volumes = c.volumesMl(levelMm);
  return (
    <p className="mt-1 text-[13px]">
      {c.plates.count} {c.plates.count === 1 ? "plate" : "plates"} of {mm(c.plates.lengthMm)} × {mm(c.plates.heightMm)}
      {c.ends && ` and 2 ends of ${mm(c.ends.lengthMm)} × ${mm(c.ends.heightMm)}`}; {c.widthsMm.length} lanes, each{" "}
      {mm(c.lengthMm)} long: {c.widthsMm.map((w, i) => `${mm(w)} (${say(volumes[i], "volume")})`).join(", ")}.
    </p>
  );
}
