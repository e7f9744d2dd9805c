import { X } from "lucide-react";
import { nextId } from "../../../core/document/ids";
import type { Plan } from "../../../core/document/schema";
import { takeTool } from "../../../core/library/use";
import { TOOL_KINDS, TOOL_USES, type ToolUse } from "../../../core/mould/toolSchema";
import { byId } from "../../../core/units/byId";
import { useBench } from "../../parts/bench";
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
  const { tools } = useBench();
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
                <select
                  aria-label={`What ${e.name} is for`}
                  className="field"
                  disabled={disabled}
                  value={e.use}
                  onChange={(x) => {
                    const use = x.currentTarget.value as ToolUse;
                    const servesId = use === "portion" ? plan.portions[0].id : null;
                    batch.set(["equipment", `#${e.id}`], { ...e, use, servesId });
                    batch.seal();
                  }}
                >
                  {TOOL_USES.map((u) => (
                    <option key={u} value={u}>
                      {USE_WORDS[u]}
                    </option>
                  ))}
                </select>
                {targets.length > 0 && (
                  <select
                    aria-label={`What ${e.name} serves`}
                    className="field"
                    disabled={disabled}
                    value={e.servesId ?? ""}
                    onChange={(x) => batch.set(at("servesId"), x.currentTarget.value || null)}
                  >
                    {e.use !== "portion" && <option value="">any</option>}
                    {targets.map((t) => (
                      <option key={t.id} value={t.id}>
                        {t.name}
                      </option>
                    ))}
                  </select>
                )}
                <span className="text-[12.5px] text-muted">
                  {kind}
                  {"tareG" in e.spec && (e.spec.tareG === null ? ", tare not known" : `, tare ${grams(e.spec.tareG)}`)}
                </span>
                {!disabled && (
                  <button
                    type="button"
                    className="icon-button ml-auto !w-5"
                    aria-label={`Put ${e.name} away`}
                    onClick={() => batch.edit({ kind: "remove", path: ["equipment"], id: e.id })}
                  >
                    <X size={13} />
                  </button>
                )}
              </div>
              <Says notices={derived.notices} fields={(f) => f === `equipment.${e.id}`} />
            </li>
          );
        })}
      </ul>
      {!disabled && (
        <select
          aria-label="Lay out a tool"
          className="field mt-1"
          value=""
          onChange={(e) => add(e.currentTarget.value)}
        >
          <option value="">lay out a tool…</option>
          {tools.map((t) => (
            <option key={t.id} value={t.id}>
              {t.document.name}
            </option>
          ))}
        </select>
      )}
    </>
  );
}
