import { nextId } from "../../core/document/ids";
import { ADDITIVES, type AdditiveId, additiveRow } from "../../core/formula/additives";
import type { Additive } from "../../core/formula/formulaSchema";
import type { DoseBase } from "../../core/units/dose";
import { BoundText, type Editable } from "./bound";
import { AddChoice, labelled } from "./Choose";
import { DoseField } from "./DoseField";
import { RemoveRow } from "./RemoveButton";
import { useUnits } from "./units";

interface Props {
  open: Editable;
  /** Path of the list. */
  path: readonly string[];
  additives: readonly Additive[];
  /** Mass of each by id, g; nothing where it is not known. */
  massOf: (id: string) => number | undefined;
  /** What converts doses; null where nothing is known yet. */
  base: DoseBase | null;
  isRateOnly?: boolean;
  /** Kinds offered. */
  kinds?: readonly AdditiveId[];
}

/** Additives with their rates, the base of the rate, and the grams and spoons that follow. */
export function AdditiveRows({ open, path, additives, massOf, base, isRateOnly, kinds }: Props) {
  const { grams, spoons } = useUnits();
  const offered = ADDITIVES.filter((a) => !kinds || kinds.includes(a.id));
  return (
    <div>
      <ul className="grid gap-1">
        {additives.map((a) => {
          const at = [...path, `#${a.id}`];
          const row = additiveRow(a.kind);
          const massG = massOf(a.id);
          return (
            <li key={a.id} className="flex flex-wrap items-baseline gap-1.5">
              <span className="w-40 truncate">
                {a.kind === "other" ? (
                  <BoundText open={open} path={[...at, "label"]} label="Name of the additive" hideLabel />
                ) : (
                  row.label
                )}
              </span>
              <DoseField
                {...{ open, path: at, dose: a.dose, name: row.label, base, isRateOnly }}
                densityGPerMl={row.bulkDensityGPerMl}
                range={row.rangeGPer100gOils}
              />
              <span className="whitespace-nowrap font-semibold">{massG === undefined ? "" : grams(massG)}</span>
              <span className="text-[12.5px] text-muted">
                {massG ? `about ${spoons(massG, row.bulkDensityGPerMl)}` : ""}
              </span>
              {!open.disabled && (
                <RemoveRow {...{ open, path, list: additives, id: a.id, label: `Remove ${row.label}` }} />
              )}
            </li>
          );
        })}
      </ul>
      {!open.disabled && (
        <AddChoice
          {...{ label: "Add an additive", invite: "add an additive…", options: labelled(offered) }}
          onChoose={(value) => {
            const row = additiveRow(value);
            const added: Additive = {
              id: nextId(open.document, "a"),
              kind: row.id,
              label: row.id === "other" ? "Additive" : "",
              dose: { amount: row.usualGPer100gOils, basis: "g/100g-oils" },
            };
            open.set(path, [...additives, added]);
            open.seal();
          }}
        />
      )}
    </div>
  );
}
