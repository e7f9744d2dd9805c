import type { Derived } from "../../../core/derive/derive";
import type { Batter } from "../../../core/document/schema";
import type { WaterMethod } from "../../../core/formula/water";
import { BoundCheck, BoundNumber } from "../../parts/bound";
import { LiquidRows } from "../../parts/LiquidRows";
import { NumberField } from "../../parts/NumberField";
import { useUnits } from "../../parts/units";
import type { OpenBatch } from "../../parts/useBatch";
import { editable } from "../panel";

interface Props {
  batch: OpenBatch;
  batter: Batter;
  derived: Derived;
  disabled: boolean;
}

const WATER_FIELDS: { method: WaterMethod; label: string; unit?: string; step: number; decimals: number }[] = [
  { method: "concentration", label: "lye in the water", unit: "%", step: 0.5, decimals: 2 },
  { method: "ratio", label: "water : lye", step: 0.05, decimals: 3 },
  { method: "percentOfOils", label: "water on oils", unit: "%", step: 0.5, decimals: 2 },
];

/** Superfat, both lyes with their purity, and the water in the three ways: typing into one states it that way. */
export function LyeFields({ batch, batter, derived, disabled }: Props) {
  const open = editable(batch, disabled);
  const { grams } = useUnits();
  const at = (...rest: string[]) => ["batters", `#${batter.id}`, ...rest];
  const m = derived.masses?.batters.find((b) => b.id === batter.id);
  const water = derived.water.get(batter.id);
  return (
    <div className="grid gap-1.5">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={at("superfatPct")} label="superfat" unit="%" />
        <BoundNumber open={open} path={at("lye", "purityPct")} label="NaOH purity" unit="%" />
        <BoundNumber open={open} path={at("lye", "kohSharePct")} label="KOH part of the alkali" unit="%" />
        {batter.lye.kohSharePct > 0 && (
          <BoundNumber open={open} path={at("lye", "kohPurityPct")} label="KOH purity" unit="%" />
        )}
      </p>
      <BoundCheck open={open} path={at("lye", "coversAcids")} label="add lye for what acids consume" />
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {WATER_FIELDS.map((f) => (
          <NumberField
            key={f.method}
            label={f.label}
            unit={f.unit}
            step={f.step}
            decimals={f.decimals}
            width="w-14"
            disabled={disabled}
            value={batter.water.method === f.method ? batter.water.value : (water?.[f.method] ?? null)}
            onChange={(v) => (v === null ? "needs a number" : batch.set(at("water"), { method: f.method, value: v }))}
            onBlur={batch.seal}
          />
        ))}
      </p>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <BoundNumber open={open} path={at("iceSharePct")} label="of the plain water as ice" unit="%" />
      </p>
      <LiquidRows
        open={open}
        path={at("liquids")}
        liquids={batter.liquids}
        massOf={(id) => m?.liquids.find((l) => l.id === id)?.massG}
      />
      {m && (
        <dl className="grid grid-cols-3 gap-x-4 gap-y-0.5 border-l-4 border-cut bg-[var(--field)] px-2 py-1">
          {(
            [
              ["NaOH", m.naohG],
              ["KOH", m.kohG],
              ["water", m.waterG - m.iceG],
              ["ice", m.iceG],
              ["other liquids", m.liquidG],
              ["all water", m.allWaterG],
            ] as const
          )
            .filter(([, g]) => g > 0.005)
            .map(([name, g]) => (
              <div key={name} className="flex justify-between">
                <dt>{name}</dt>
                <dd className="font-head font-semibold">{grams(g)}</dd>
              </div>
            ))}
          <div className="col-span-3 flex justify-between border-t border-rule pt-0.5">
            <dt>superfat, nominal and effective</dt>
            <dd className="font-semibold">
              {batter.superfatPct} % → {m.effectiveSuperfatPct.toFixed(1)} %
            </dd>
          </div>
        </dl>
      )}
    </div>
  );
}
