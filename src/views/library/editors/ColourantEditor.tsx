import { Plus } from "lucide-react";
import { COLOUR_TIMES, type Colourant } from "../../../core/colour/colourantSchema";
import { COLOURANT_KINDS, colourantKind } from "../../../core/colour/kinds";
import { dosedDensity, mixHex, NATURAL_BATTER_HEX } from "../../../core/colour/mix";
import { nearestEquals } from "../../../core/colour/wish";
import { takeColourant } from "../../../core/library/use";
import { RATE_BASES, rateBase, restateDose, US_MEASURES } from "../../../core/units/dose";
import { useBench, useOnHand } from "../../parts/bench";
import { BoundCheck, BoundColour, BoundNumber, BoundSelect, BoundText, type Editable } from "../../parts/bound";
import { labelled } from "../../parts/Choose";
import { ColourFields, DoseStrip } from "../../parts/ColourFields";
import { DENSITY } from "../../parts/NumberField";
import { RemoveButton } from "../../parts/RemoveButton";
import { OnShelf, SupplyFields } from "../../parts/SupplyFields";
import { useUnits } from "../../parts/units";

const TIME_WORDS = { fresh: "at the pour", nextDay: "next day", cured: "cured" } as const;
/** Ratio of oils to batter that rates are converted with where there is no batch. */
const USUAL_OILS_PER_BATTER = 0.7;
const STRIP = [0.25, 0.5, 1, 1.5, 2, 3, 4] as const;

/** A colourant: its rate, its dispersion, its test patches from which every other dose is predicted, and what it is known to do. */
export function ColourantEditor({ open, id, colourant: c }: { open: Editable; id: string; colourant: Colourant }) {
  const { colourants } = useBench("colourants");
  const { grams, units } = useUnits();
  const mine = takeColourant({ id, document: c }, "c1");
  const base = rateBase(USUAL_OILS_PER_BATTER, { spoons: units.spoons, scoopMl: US_MEASURES.scoopMl });
  const strip = STRIP.map((times) => ({
    times,
    hex: mixHex(
      {
        baseHex: NATURAL_BATTER_HEX,
        colourants: [{ ...mine, dose: { ...mine.dose, amount: mine.dose.amount * times } }],
        doseBase: base,
        stains: [],
      },
      "cured",
    ),
  }));
  const onHand = useOnHand();
  const equals = nearestEquals(
    { id, row: c },
    colourants.map((x) => ({ id: x.id, row: x.document })),
    (row) => onHand("colourants", row),
  );
  return (
    <div className="grid gap-2.5">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundSelect open={open} path={["kind"]} label="kind" options={labelled(COLOURANT_KINDS)} />
        <BoundNumber open={open} path={["bulkDensityGPerMl"]} label="bulk density" {...DENSITY} />
        <OnShelf kind="colourants" id={id} />
      </p>
      <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="text-muted">usual rate</span>
        <ColourFields open={open} path={[]} colourant={c} base={base} densityGPerMl={dosedDensity(mine)} isRateOnly />
      </p>
      <p className="text-[12.5px] text-muted">
        The same rate:{" "}
        {RATE_BASES.filter((b) => b.id !== c.dose.basis)
          .map((b) => `${Number(restateDose(c.dose, b.id, base, dosedDensity(mine)).amount.toPrecision(3))} ${b.label}`)
          .join(" · ")}
        . Per batter with {Math.round(100 * USUAL_OILS_PER_BATTER)} % oils in it; a batch uses its own.
      </p>
      <table className="w-full">
        <caption className="text-left text-[15px] font-semibold">
          Test patches{" "}
          <span className="text-[12.5px] font-normal text-muted">
            colour in pale batter at a dose of powder; between them it is predicted
          </span>
        </caption>
        <thead>
          <tr className="text-left text-[12.5px] text-muted">
            <th className="font-normal">g per 100 g oils</th>
            {COLOUR_TIMES.map((t) => (
              <th key={t} className="font-normal">
                {TIME_WORDS[t]}
              </th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {c.patches.map((_, i) => (
            <tr key={i} className="border-t border-rule/60">
              <td>
                <BoundNumber
                  open={open}
                  path={["patches", `@${i}`, "gPer100gOils"]}
                  label={`Dose of patch ${i + 1}`}
                  hideLabel
                  decimals={3}
                  step={0.1}
                />
              </td>
              {COLOUR_TIMES.map((t) => (
                <td key={t}>
                  <BoundColour
                    open={open}
                    path={["patches", `@${i}`, t]}
                    label={`Patch ${i + 1}, ${TIME_WORDS[t]}`}
                    hideLabel
                  />
                </td>
              ))}
              <td>
                {c.patches.length > 1 && (
                  <RemoveButton
                    label={`Remove patch ${i + 1}`}
                    onRemove={() =>
                      open.set(
                        ["patches"],
                        c.patches.filter((__, k) => k !== i),
                      )
                    }
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap items-end gap-4">
        {c.patches.length < 8 && (
          <button
            type="button"
            className="inline-flex items-center gap-1 text-muted hover:text-ink"
            onClick={() => {
              const last = c.patches[c.patches.length - 1];
              open.set(
                ["patches"],
                [...c.patches, { ...last, gPer100gOils: Math.min(20, Number((last.gPer100gOils * 2).toFixed(3))) }],
              );
              open.seal();
            }}
          >
            <Plus size={13} /> patch
          </button>
        )}
        <DoseStrip className="ml-auto" label="Predicted cured colour by dose" swatches={strip} />
      </div>
      <p className="flex flex-wrap gap-x-5 gap-y-1">
        <BoundCheck open={open} path={["morphs"]} label="morphs in raw batter" />
        <BoundCheck open={open} path={["bleeds"]} label="bleeds" />
        <BoundCheck open={open} path={["specks"]} label="specks" />
        <BoundCheck open={open} path={["needsBlending"]} label="needs the blender" />
      </p>
      <p className="text-[12.5px] text-muted first-letter:uppercase">
        {colourantKind(c.kind).label} at its usual dose multiplies the pace by {colourantKind(c.kind).paceFactor}{" "}
        (estimate).
        {equals.length > 0 &&
          ` Nearest that could stand in: ${equals.map((e) => `${e.name} (ΔE ${e.difference.toFixed(0)}${e.onHandG === null ? "" : `, ${grams(e.onHandG)}`})`).join(", ")}.`}
      </p>
      <div className="grid grid-cols-[1fr_8rem_1fr] gap-3 phone:grid-cols-1">
        <SupplyFields open={open} />
        <BoundText open={open} path={["composition"]} label="pigments, as the supplier states" />
        <BoundText
          open={open}
          path={["permittedUses"]}
          label="permitted uses, as the supplier states"
          className="col-span-full"
        />
      </div>
      <BoundText open={open} path={["notes"]} label="notes" rows={2} />
    </div>
  );
}
