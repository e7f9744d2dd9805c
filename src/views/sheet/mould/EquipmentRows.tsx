import { X } from "lucide-react";
import { nextId } from "../../../core/document/ids";
import type { Plan } from "../../../core/document/schema";
import { takeTool } from "../../../core/library/use";
import { TOOL_KINDS, TOOL_USES, type ToolUse } from "../../../core/mould/toolSchema";
import { byId } from "../../../core/units/byId";
import { useBench } from "../../parts/bench";
import { AddChoice, Choose, named } from "../../parts/Choose";
import { IconButton } from "../../parts/IconButton";
import { Says } from "../../parts/Says";
import { useUnits } from "../../parts/units";
import type { PanelProps } from "../panel";

const USE_WORDS: Record<ToolUse, string> = {
  batter: "holds the batter",
  lye: "holds the lye",
  portion: "is the cup of",
  doses: "weighs small doses",
  loads: "weighs the bowl",
  design: "draws the design",
};
/** What a kind of tool is first laid out for. */
const FIRST_USE: Record<string, ToolUse> = { bowl: "batter", "lye-jug": "lye", pitcher: "portion", scale: "loads" };

/** What a use can serve: cups, batters, moulds, or nothing in particular. */
function serves(plan: Plan, use: ToolUse): { id: string; name: string }[] {
  if (use === "portion") return plan.portions;
  if (use === "batter" || use === "lye") return plan.batters;
  if (use === "design") return plan.moulds;
  return [];
}

/** The tools of the batch, what each is for, and what does not fit. */
export function EquipmentRows({ batch, derived, disabled }: PanelProps) {
  const { plan } = batch;
  const { tools } = useBench("tools");
  const { grams } = useUnits();
  const add = (libraryId: string) => {
    const row = byId(tools, libraryId);
    const use = FIRST_USE[row.document.spec.kind] ?? "design";
    const cupless = plan.portions.find((p) => !plan.equipment.some((e) => e.use === "portion" && e.servesId === p.id));
    const item = takeTool(row, nextId(plan, "e"), use, use === "portion" ? (cupless?.id ?? plan.portions[0].id) : null);
    batch.edit({ kind: "insert", path: ["equipment"], index: plan.equipment.length, item });
  };
  return (
    <>
      <ul>
        {plan.equipment.map((e) => {
          const at = (field: string) => ["equipment", `#${e.id}`, field];
          const targets = serves(plan, e.use);
          const kind = byId(TOOL_KINDS, e.spec.kind).label;
          return (
            <li key={e.id} className="border-t border-rule/60 py-1">
              <div className="flex flex-wrap items-baseline gap-2">
                <strong className="w-36 truncate">{e.name}</strong>
                <Choose
                  label={`What ${e.name} is for`}
                  value={e.use}
                  disabled={disabled}
                  options={TOOL_USES.map((u) => ({ value: u, label: USE_WORDS[u] }))}
                  onChoose={(use) => {
                    const servesId = use === "portion" ? plan.portions[0].id : null;
                    batch.set(["equipment", `#${e.id}`], { ...e, use, servesId });
                    batch.seal();
                  }}
                />
                {targets.length > 0 && (
                  <Choose
                    label={`What ${e.name} serves`}
                    disabled={disabled}
                    value={e.servesId ?? ""}
                    options={[...(e.use === "portion" ? [] : [{ value: "", label: "any" }]), ...named(targets)]}
                    onChoose={(id) => batch.set(at("servesId"), id || null)}
                  />
                )}
                <span className="text-[12.5px] text-muted">
                  {kind}
                  {"tareG" in e.spec && (e.spec.tareG === null ? ", tare not known" : `, tare ${grams(e.spec.tareG)}`)}
                </span>
                {!disabled && (
                  <IconButton
                    icon={X}
                    label={`Put ${e.name} away`}
                    size={13}
                    className="ml-auto !w-5"
                    onPress={() => batch.edit({ kind: "remove", path: ["equipment"], id: e.id })}
                  />
                )}
              </div>
              <Says notices={derived.notices} fields={(f) => f === `equipment.${e.id}`} />
            </li>
          );
        })}
      </ul>
      {!disabled && (
        <AddChoice {...{ label: "Lay out a tool", invite: "lay out a tool…", options: named(tools) }} onChoose={add} />
      )}
    </>
  );
}
