import { kindOf, type Operation } from "../../../core/techniques/operations/registry";
import { BoundNumber, BoundSelect, type Editable } from "../../parts/bound";
import { Check } from "../../parts/Check";
import { named } from "../../parts/Choose";

/** What can be set of an operation beside its cup and share. */
export function PourFields({
  open,
  operation: o,
  label,
  cups,
}: {
  open: Editable;
  operation: Operation;
  label: string;
  cups: readonly { id: string; name: string }[];
}) {
  const at = (field: string) => ["operations", `#${o.id}`, field];
  return (
    <>
      {kindOf(o).fields.map((f) => {
        if (f.type === "choice" || f.type === "cup") {
          const isChoice = f.type === "choice";
          return (
            <BoundSelect
              key={f.field}
              open={open}
              path={at(f.field)}
              label={isChoice ? `${label}, ${f.label}` : f.label}
              hideLabel={isChoice}
              options={isChoice ? f.options : named(cups)}
            />
          );
        }
        if (f.type === "depth") {
          const isFloor = "depthMm" in o && o.depthMm === null;
          return (
            <span key={f.field} className="inline-flex items-baseline gap-1">
              <Check
                label="to the floor"
                disabled={open.disabled}
                checked={isFloor}
                onCheck={(on) => open.set(at("depthMm"), on ? null : 20)}
              />
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
