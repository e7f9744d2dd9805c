import { nextId } from "../../core/document/ids";
import type { FormulaFields as Formula } from "../../core/formula/formulaSchema";
import { type OilLookup, sapKoh } from "../../core/formula/oils";
import type { WaterMethod } from "../../core/formula/water";
import type { DoseBase } from "../../core/units/dose";
import { AdditiveRows } from "./AdditiveRows";
import { BoundCheck, BoundNumber, type Editable } from "./bound";
import { LiquidRows } from "./LiquidRows";
import { NumberField } from "./NumberField";
import { OilPicker } from "./OilPicker";
import { RemoveButton } from "./RemoveButton";
import { useUnits } from "./units";

/** Grams that a formula comes to, of a batch or for some mass of oils. */
export interface FormulaGrams {
  oils: readonly { id: string; massG: number }[];
  liquids: readonly { id: string; massG: number }[];
  additives: readonly { id: string; massG: number }[];
  naohG: number;
  kohG: number;
  waterG: number;
  iceG: number;
  liquidG: number;
  allWaterG: number;
  /** Null where only the nominal one is known. */
  effectiveSuperfatPct: number | null;
}

interface Props {
  open: Editable;
  /** Where the formula lies in the document. */
  path: readonly string[];
  formula: Omit<Formula, "name" | "notes" | "oilRows">;
  find: OilLookup;
  masses: FormulaGrams | null;
  /** The water in the three ways. */
  water: Record<WaterMethod, number> | null;
  /** What converts rates of additives. */
  base: DoseBase | null;
  isRateOnly?: boolean;
  onOils(oils: Formula["oils"]): void;
  /** A weight typed for an oil; left out where a formula has no size. */
  onWeigh?: (id: string, massG: number | null) => string | null;
}

const WATER_FIELDS: { method: WaterMethod; label: string; unit?: string; step: number; decimals: number }[] = [
  { method: "concentration", label: "lye in the water", unit: "%", step: 0.5, decimals: 2 },
  { method: "ratio", label: "water : lye", step: 0.05, decimals: 3 },
  { method: "percentOfOils", label: "water on oils", unit: "%", step: 0.5, decimals: 2 },
];

/** A formula, in a batch as in the library: oils, both lyes, the water in three ways, other liquids, additives, and what they weigh. */
export function FormulaFields(props: Props) {
  const { open, path, formula, masses, base, isRateOnly } = props;
  return (
    <>
      <h3 className="text-[15px]">{props.onWeigh ? "Oils, by share or by weight" : "Oils"}</h3>
      <OilRows {...props} />
      <h3 className="mt-1 text-[15px]">Lye and water</h3>
      <LyeRows {...props} />
      <LiquidRows
        open={open}
        path={[...path, "liquids"]}
        liquids={formula.liquids}
        massOf={(id) => masses?.liquids.find((l) => l.id === id)?.massG}
      />
      {masses && <LyeGrams masses={masses} superfatPct={formula.superfatPct} />}
      <h3 className="mt-1 text-[15px]">Additives to the whole batter</h3>
      <AdditiveRows
        open={open}
        path={[...path, "additives"]}
        additives={formula.additives}
        massOf={(id) => masses?.additives.find((a) => a.id === id)?.massG}
        base={base}
        isRateOnly={isRateOnly}
      />
    </>
  );
}

function OilRows({ open, path, formula, find, masses, onOils, onWeigh }: Props) {
  const { grams } = useUnits();
  const { oils } = formula;
  const total = oils.reduce((sum, o) => sum + o.sharePct, 0);
  const isOff = Math.abs(total - 100) > 0.05;
  const add = (oilId: string) => {
    const sharePct = Math.max(0, Number((100 - total).toFixed(2)));
    onOils([...oils, { id: nextId(open.document, "l"), oilId, sharePct }]);
  };
  return (
    <div>
      <table className="w-full">
        <thead>
          <tr className="text-left text-[12.5px] text-muted">
            <th className="font-normal">oil</th>
            <th className="text-right font-normal">share</th>
            <th className="text-right font-normal">weight</th>
            <th className="pl-3 font-normal phone:hidden">SAP of the library, mg KOH per g</th>
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {oils.map((o) => {
            const row = find(o.oilId);
            const name = row?.name ?? `${o.oilId}: not known`;
            const massG = masses?.oils.find((x) => x.id === o.id)?.massG ?? null;
            return (
              <tr key={o.id} className="border-b border-rule/60">
                <td className="w-2/5 max-w-0 truncate py-0.5" title={name}>
                  {name}
                </td>
                <td className="text-right">
                  <BoundNumber
                    open={open}
                    path={[...path, "oils", `#${o.id}`, "sharePct"]}
                    label={`Share of ${name}`}
                    hideLabel
                    unit="%"
                    decimals={2}
                  />
                </td>
                <td className="text-right">
                  {onWeigh ? (
                    <NumberField
                      label={`Weight of ${name}`}
                      hideLabel
                      quantity="mass"
                      width="w-16"
                      disabled={open.disabled}
                      value={massG}
                      onChange={(v) => onWeigh(o.id, v)}
                      onBlur={open.seal}
                    />
                  ) : (
                    <strong className="font-semibold">{massG === null ? "–" : grams(massG)}</strong>
                  )}
                </td>
                <td className="pl-3 text-[12.5px] text-muted phone:hidden">
                  {row ? `${row.sapKohLow}–${row.sapKohHigh}, counted ${sapKoh(row).toFixed(1)}` : ""}
                </td>
                <td>
                  {!open.disabled && (
                    <RemoveButton label={`Remove ${name}`} onRemove={() => onOils(oils.filter((x) => x.id !== o.id))} />
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap items-baseline justify-between gap-x-2">
        {!open.disabled && <OilPicker taken={oils.map((o) => o.oilId)} onPick={add} />}
        {onWeigh && <span className="text-[12.5px] text-muted">Typing a weight scales the batter to total oils.</span>}
        <span className={isOff ? "notice-amber" : "text-muted"}>
          {isOff ? `adds up to ${Number(total.toFixed(2))} %, not 100 %` : "100 %"}
        </span>
      </p>
    </div>
  );
}

/** Superfat, both lyes with their purity, and the water in the three ways: typing into one states it that way. */
function LyeRows({ open, path, formula, water }: Props) {
  const at = (...rest: string[]) => [...path, ...rest];
  return (
    <div className="grid gap-1.5">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={at("superfatPct")} label="superfat" unit="%" />
        <BoundNumber open={open} path={at("lye", "purityPct")} label="NaOH purity" unit="%" />
        <BoundNumber open={open} path={at("lye", "kohSharePct")} label="KOH part of the alkali" unit="%" />
        {formula.lye.kohSharePct > 0 && (
          <BoundNumber open={open} path={at("lye", "kohPurityPct")} label="KOH purity" unit="%" />
        )}
      </p>
      <BoundCheck open={open} path={at("lye", "coversAcids")} label="add lye for what acids consume" />
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {WATER_FIELDS.map(({ method, ...field }) => (
          <NumberField
            key={method}
            {...field}
            width="w-14"
            disabled={open.disabled}
            value={formula.water.method === method ? formula.water.value : (water?.[method] ?? null)}
            onChange={(value) => (value === null ? "needs a number" : open.set(at("water"), { method, value }))}
            onBlur={open.seal}
          />
        ))}
        <BoundNumber open={open} path={at("iceSharePct")} label="of the plain water as ice" unit="%" />
      </p>
    </div>
  );
}

function LyeGrams({ masses: m, superfatPct }: { masses: FormulaGrams; superfatPct: number }) {
  const { grams } = useUnits();
  const parts = [
    ["NaOH", m.naohG],
    ["KOH", m.kohG],
    ["water", m.waterG - m.iceG],
    ["ice", m.iceG],
    ["other liquids", m.liquidG],
    ["all water", m.allWaterG],
  ] as const;
  return (
    <div className="border-l-4 border-cut bg-[var(--field)] px-2 py-1">
      <dl className="grid grid-cols-3 gap-x-4 gap-y-0.5">
        {parts
          .filter(([, g]) => g > 0.005)
          .map(([name, g]) => (
            <div key={name} className="flex justify-between">
              <dt>{name}</dt>
              <dd className="font-head font-semibold">{grams(g)}</dd>
            </div>
          ))}
        {m.effectiveSuperfatPct !== null && (
          <div className="col-span-3 flex justify-between border-t border-rule pt-0.5">
            <dt>superfat, nominal and effective</dt>
            <dd className="font-semibold">
              {superfatPct} % → {m.effectiveSuperfatPct.toFixed(1)} %
            </dd>
          </div>
        )}
      </dl>
      <p className="text-[12.5px]">Lye into water, never water into lye.</p>
    </div>
  );
}
