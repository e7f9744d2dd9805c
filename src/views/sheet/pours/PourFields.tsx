import { TOOL_MM } from "../../../core/families/registry";
import type { Operation } from "../../../core/plan/operations";
import { kindName } from "../../../core/schedule/words";
import { BoundNumber, BoundSelect, type Editable } from "../../parts/bound";
import { POUR_FIELDS } from "./fields";

/** What can be set of an operation beside its cup and share. */
export function PourFields({ open, operation: o, label }: { open: Editable; operation: Operation; label: string }) {
  const at = (field: string) => ["operations", `#${o.id}`, field];
  return (
    <>
      {POUR_FIELDS[o.kind].map((f) => {
        if (f.type === "choice") {
          return (
            <BoundSelect
              key={f.field}
              open={open}
              path={at(f.field)}
              label={`${label}, ${f.label}`}
              hideLabel
              options={f.options}
            />
          );
        }
        if (f.type === "depth") {
          const isFloor = (o.kind === "stroke" || o.kind === "comb") && o.depthMm === null;
          return (
            <span key={f.field} className="inline-flex items-baseline gap-1">
              <label className="inline-flex items-center gap-1">
                <input
                  type="checkbox"
                  className="size-4 accent-[var(--ink)]"
                  disabled={open.disabled}
                  checked={isFloor}
                  onChange={(e) => open.set(at("depthMm"), e.currentTarget.checked ? null : 20)}
                />
                to the floor
              </label>
              {!isFloor && <BoundNumber open={open} path={at("depthMm")} label="deep" quantity="length" width="w-10" />}
            </span>
          );
        }
        return (
          <BoundNumber
            key={f.field}
            open={open}
            path={at(f.field)}
            label={f.label}
            width="w-10"
            {...(f.type === "length"
              ? { quantity: "length" as const }
              : { unit: f.unit, step: f.step, decimals: f.decimals })}
          />
        );
      })}
    </>
  );
}

/** An operation in a few words, for its line in the list. */
export function inShort(o: Operation, mm: (lengthMm: number) => string): string {
  switch (o.kind) {
    case "compartment":
      return `lane ${o.index + 1}`;
    case "potDrop":
      return `pot, ${Math.floor(o.clock) || 12}${o.clock % 1 ? ":30" : ""} h, ${o.height}`;
    case "potTurn":
      return `${o.turns} × spatula`;
    case "potPour":
      return o.way.replaceAll("-", " ");
    case "wallPour":
      return `${o.strokes} strokes`;
    case "bottleLine":
      return `line, ${o.strokes} strokes`;
    case "spoonRow":
      return "spoonfuls";
    case "stroke":
      return `${o.path.replaceAll("-", " ")}, ${TOOL_MM[o.tool].label}`;
    case "wire":
      return `${mm(o.thicknessMm)}, ${o.loops} loops`;
    case "comb":
      return `comb ${o.path}, ${o.teeth} teeth`;
    case "topStroke":
      return `${o.path.replaceAll("-", " ")}, ${TOOL_MM[o.tool].label}`;
    case "tilt":
      return `${o.angleDeg}°`;
    case "plop":
      return "in one place";
    default:
      return kindName(o.kind);
  }
}
