import { nextId } from "../../core/document/ids";
import type { LiquidPart } from "../../core/formula/formulaSchema";
import { LIQUID_TIMES, LIQUIDS, type LiquidId, liquidRow } from "../../core/formula/liquids";
import { BoundNumber, BoundSelect, BoundText, type Editable } from "./bound";
import { AddChoice, labelled } from "./Choose";
import { RemoveRow } from "./RemoveButton";
import { useUnits } from "./units";

interface Props {
  open: Editable;
  /** Path of the list. */
  path: readonly string[];
  liquids: readonly LiquidPart[];
  /** Mass of each by id, g; nothing where it is not known. */
  massOf: (id: string) => number | undefined;
}

const TIME_OPTIONS = Object.entries(LIQUID_TIMES).map(([value, label]) => ({ value, label }));
const PARTS = [
  ["waterPct", "water"],
  ["fatPct", "fat"],
  ["sugarPct", "sugar"],
  ["saltPct", "salt"],
] as const;

/** Milks, plant waters and the like in place of part of the water: how much, when they go in, and what is in them. */
export function LiquidRows({ open, path, liquids, massOf }: Props) {
  const { grams } = useUnits();
  const add = (kind: LiquidId) => {
    const row = liquidRow(kind);
    const used = liquids.reduce((sum, l) => sum + l.sharePct, 0);
    const added: LiquidPart = {
      id: nextId(open.document, "q"),
      kind,
      label: "",
      sharePct: Math.max(0, Math.min(50, 100 - used)),
      when: row.isMilk ? "frozen-in-lye" : "with-lye",
      composition: row.composition,
    };
    open.set(path, [...liquids, added]);
    open.seal();
  };
  return (
    <div className="grid gap-1">
      {liquids.map((l) => {
        const at = [...path, `#${l.id}`];
        const name = l.label || liquidRow(l.kind).label;
        const massG = massOf(l.id);
        return (
          <div key={l.id} className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
            {l.kind === "other" ? (
              <BoundText open={open} path={[...at, "label"]} label="Name of the liquid" hideLabel className="w-32" />
            ) : (
              <strong className="min-w-28">{name}</strong>
            )}
            <BoundNumber
              open={open}
              path={[...at, "sharePct"]}
              label={`${name}, part of the liquid`}
              hideLabel
              unit="% of the liquid"
              width="w-10"
            />
            <BoundSelect
              open={open}
              path={[...at, "when"]}
              label={`When ${name} goes in`}
              hideLabel
              options={TIME_OPTIONS}
            />
            <span className="whitespace-nowrap font-semibold">{massG === undefined ? "" : grams(massG)}</span>
            <details className="text-[12.5px] phone:basis-full">
              <summary className="text-muted">what is in it</summary>
              <p className="flex flex-wrap gap-x-3">
                {PARTS.map(([field, label]) => (
                  <BoundNumber
                    key={field}
                    open={open}
                    path={[...at, "composition", field]}
                    label={label}
                    unit="%"
                    width="w-10"
                  />
                ))}
                <span className="text-muted">typical; the carton decides</span>
              </p>
            </details>
            {!open.disabled && <RemoveRow {...{ open, path, list: liquids, id: l.id, label: `Remove ${name}` }} />}
          </div>
        );
      })}
      {!open.disabled && liquids.length < 6 && (
        <AddChoice
          {...{ label: "Add a liquid in place of water", invite: "other liquid in place of water…" }}
          {...{ options: labelled(LIQUIDS), className: "field w-64 max-w-full" }}
          onChoose={add}
        />
      )}
    </div>
  );
}
