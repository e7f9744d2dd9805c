import { useMemo } from "react";
import { batterHexAt } from "../../../core/batter/colours";
import { COLOURANT_KINDS, colourantKind } from "../../../core/colour/kinds";
import { dosedDensity, mixHex } from "../../../core/colour/mix";
import { nearestEquals } from "../../../core/colour/wish";
import type { Derived } from "../../../core/derive/derive";
import { nextId } from "../../../core/document/ids";
import { plainColourant } from "../../../core/document/newPlan";
import type { Plan, Portion } from "../../../core/document/schema";
import { takeColourant } from "../../../core/library/use";
import { byId } from "../../../core/units/byId";
import { useBench, useOnHand } from "../../parts/bench";
import type { Editable } from "../../parts/bound";
import { Choose, colourantGroups } from "../../parts/Choose";
import { ColourFields, DoseStrip } from "../../parts/ColourFields";
import { RemoveRow } from "../../parts/RemoveButton";
import { SwatchInput } from "../../parts/SwatchInput";
import { useUnits } from "../../parts/units";

interface Props {
  open: Editable;
  plan: Plan;
  derived: Derived;
  portion: Portion;
}

/** The colourants of a cup: several may be mixed; each with its rate, its dispersion, and the grams and spoons to weigh. */
export function ColourMix({ open, plan, derived, portion }: Props) {
  const { colourants } = useBench("colourants");
  const onHand = useOnHand();
  const { grams, spoons } = useUnits();
  const path = ["portions", `#${portion.id}`, "colourants"];
  const cup = derived.masses?.portions.find((m) => m.id === portion.id);
  const add = (value: string) => {
    const id = nextId(plan, "c");
    const row = colourants.find((c) => c.id === value);
    const kind = COLOURANT_KINDS.find((k) => k.id === value);
    const added = row ? takeColourant(row, id) : plainColourant(id, kind!.label, kind!.id, "#8a7f6a");
    open.set(path, [...portion.colourants, added]);
    open.seal();
  };
  return (
    <div className="grid gap-2">
      {portion.colourants.map((c) => {
        const at = [...path, `#${c.id}`];
        const mass = cup?.colourants.find((x) => x.id === c.id);
        const powderG = mass?.powderG ?? null;
        const row = colourants.find((x) => x.id === c.libraryId)?.document;
        const left = c.libraryId ? onHand("colourants", c.libraryId) : null;
        const isShort = row && left !== null && powderG !== null && powderG > left;
        return (
          <div key={c.id} className="border-l-4 pl-2" style={{ borderColor: c.patches[0].cured }}>
            <p className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
              <strong>{c.name}</strong>
              <span className="text-muted">{colourantKind(c.kind).label}</span>
              {!open.disabled && (
                <RemoveRow {...{ open, path, list: portion.colourants, id: c.id, label: `Remove ${c.name}` }} />
              )}
            </p>
            <p className="mt-1 flex flex-wrap items-baseline gap-x-3 gap-y-1 text-[13px]">
              <ColourFields
                open={open}
                path={at}
                colourant={c}
                base={cup?.dose ?? null}
                densityGPerMl={dosedDensity(c)}
              />
              {!c.libraryId && <SwatchInput open={open} path={at} colourant={c} label={`Swatch of ${c.name}`} />}
            </p>
            {mass && (
              <p className="mt-0.5 text-[13px]">
                <strong>{grams(mass.powderG)}</strong> of powder
                {c.isDispersion
                  ? ` in ${grams(mass.weighedG)} of dispersion, about ${spoons(mass.weighedG, dosedDensity(c))}`
                  : `, about ${spoons(mass.powderG, c.bulkDensityGPerMl)}`}
                {!c.isDispersion && c.carrier.kind !== "none" && (
                  <>
                    , with <strong>{grams(mass.carrierG)}</strong> of {c.carrier.kind}
                  </>
                )}
              </p>
            )}
            {isShort && (
              <p className="notice-amber mt-1 text-[12.5px]">
                Only {grams(left!)} on hand. Nearest that you have:{" "}
                {nearestEquals(
                  { id: c.libraryId!, row: row! },
                  colourants.map((x) => ({ id: x.id, row: x.document })),
                  (id) => onHand("colourants", id),
                  2,
                )
                  .map((n) => n.name)
                  .join(", ")}
                .
              </p>
            )}
            {row && (row.morphs || row.bleeds || row.specks) && (
              <p className="mt-0.5 text-[12.5px] text-muted">
                {[row.morphs && "morphs in raw batter", row.bleeds && "bleeds across lines", row.specks && "may speck"]
                  .filter(Boolean)
                  .join("; ")}
                {row.notes && `. ${row.notes}`}
              </p>
            )}
            <DosesOf plan={plan} derived={derived} portion={portion} id={c.id} />
          </div>
        );
      })}
      {!open.disabled && portion.colourants.length < 6 && (
        <Choose
          label={`Add a colourant to ${portion.name}`}
          className="field w-56"
          invite="add a colourant…"
          groups={colourantGroups(colourants)}
          onChoose={add}
        />
      )}
    </div>
  );
}

const TIMES = [0.25, 0.5, 1, 2, 3] as const;

/** The cup's cured colour at several doses of one colourant: under-dosing shows before it is poured. */
function DosesOf({ plan, derived, portion, id }: { plan: Plan; derived: Derived; portion: Portion; id: string }) {
  const swatches = useMemo(() => {
    const batter = byId(plan.batters, portion.batterId);
    const doseBase = derived.masses?.portions.find((m) => m.id === portion.id)?.dose;
    if (!doseBase) return [];
    const baseHex = batterHexAt(plan, batter, derived.masses, "cured");
    return TIMES.map((times) => {
      const colourants = portion.colourants.map((c) =>
        c.id === id ? { ...c, dose: { ...c.dose, amount: c.dose.amount * times } } : c,
      );
      return { times, hex: mixHex({ baseHex, colourants, doseBase, stains: [] }, "cured") };
    });
  }, [plan, derived.masses, portion, id]);
  return <DoseStrip className="mt-1" label={`Cured colour of ${portion.name} by dose`} swatches={swatches} />;
}
