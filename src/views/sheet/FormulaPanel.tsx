import { Plus, X } from "lucide-react";
import { OILS } from "../../core/formula/oils";
import type { WaterMethod } from "../../core/formula/water";
import { nextId } from "../../core/plan/newPlan";
import { stageName } from "../../core/trace/stages";
import { grams, percent } from "../parts/format";
import { NumberField } from "../parts/NumberField";
import { Says } from "../parts/Says";
import type { PanelProps } from "./panel";

const WATER_LABELS: Record<WaterMethod, string> = {
  concentration: "lye in the water, %",
  ratio: "water : lye",
  percentOfOils: "water, % of oils",
};

/** Oils by share, superfat, water in any of the three ways, temperatures; the grams to weigh, and the cautions of the lye. */
export function FormulaPanel({ batch, derived, disabled }: PanelProps) {
  const batter = batch.plan.batters[0];
  const masses = derived.masses?.batters[0];
  const at = (...rest: string[]) => ["batters", `#${batter.id}`, ...rest];
  const water = derived.water.get(batter.id);
  const total = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const own = (field: string) => (f: string) => f.startsWith(`batters.${batter.id}.${field}`);

  const setMethod = (method: WaterMethod) => {
    const value = water ? Number(water[method].toFixed(2)) : batter.water.value;
    batch.set(at("water"), { method, value });
    batch.seal();
  };

  return (
    <section aria-labelledby="formula-head" className="flex flex-col gap-1">
      <div className="flex items-baseline justify-between">
        <h2 id="formula-head" className="text-[15px]">
          Formula
        </h2>
        <NumberField
          label="superfat"
          unit="%"
          width="w-10"
          value={batter.superfatPct}
          disabled={disabled}
          onChange={(v) => batch.set(at("superfatPct"), v)}
          onBlur={batch.seal}
        />
      </div>
      <Says notices={derived.notices} fields={own("superfatPct")} />
      <table className="w-full border-collapse">
        <thead className="sr-only">
          <tr>
            <th>Oil</th>
            <th>Share, %</th>
            <th>Mass</th>
            <th>Remove</th>
          </tr>
        </thead>
        <tbody>
          {batter.oils.map((row) => (
            <tr key={row.id} className="border-b border-rule/60">
              <td className="w-full max-w-0">
                <select
                  aria-label="Oil"
                  className="h-6 w-full truncate bg-transparent"
                  value={row.oilId}
                  disabled={disabled}
                  onChange={(e) => batch.set(at("oils", `#${row.id}`, "oilId"), e.currentTarget.value)}
                >
                  {OILS.map((o) => (
                    <option key={o.id} value={o.id}>
                      {o.name}
                    </option>
                  ))}
                </select>
              </td>
              <td className="whitespace-nowrap">
                <NumberField
                  label={`Share of ${row.oilId}, %`}
                  hideLabel
                  width="w-10"
                  unit="%"
                  value={row.sharePct}
                  disabled={disabled}
                  onChange={(v) => batch.set(at("oils", `#${row.id}`, "sharePct"), v)}
                  onBlur={batch.seal}
                />
              </td>
              <td className="whitespace-nowrap pl-2 text-right font-semibold">
                {masses ? grams(masses.oils.find((o) => o.id === row.id)?.massG ?? 0) : "–"}
              </td>
              <td>
                {!disabled && (
                  <button
                    type="button"
                    className="icon-button"
                    aria-label={`Remove ${row.oilId}`}
                    onClick={() => batch.edit({ kind: "remove", path: at("oils"), id: row.id })}
                  >
                    <X size={13} />
                  </button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex items-baseline justify-between">
        {!disabled && (
          <button
            type="button"
            className="inline-flex items-center gap-1 text-muted hover:text-ink"
            onClick={() => {
              const free = OILS.find((o) => !batter.oils.some((r) => r.oilId === o.id)) ?? OILS[0];
              const item = {
                id: nextId(batter.oils, "l"),
                oilId: free.id,
                sharePct: Math.max(0, Number((100 - total).toFixed(2))),
              };
              batch.edit({ kind: "insert", path: at("oils"), index: batter.oils.length, item });
            }}
          >
            <Plus size={13} /> oil
          </button>
        )}
        <span>
          oils <strong>{masses ? grams(masses.oilsG) : "–"}</strong>{" "}
          <span className="text-muted">({percent(total)})</span>
        </span>
      </div>
      <Says notices={derived.notices} fields={own("oils")} />
      <div className="flex items-baseline gap-1">
        <select
          aria-label="How the water is stated"
          className="field mr-auto"
          value={batter.water.method}
          disabled={disabled}
          onChange={(e) => setMethod(e.currentTarget.value as WaterMethod)}
        >
          {Object.entries(WATER_LABELS).map(([method, label]) => (
            <option key={method} value={method}>
              {label}
            </option>
          ))}
        </select>
        <NumberField
          label={WATER_LABELS[batter.water.method]}
          hideLabel
          decimals={2}
          step={batter.water.method === "ratio" ? 0.05 : 0.5}
          value={batter.water.value}
          disabled={disabled}
          onChange={(v) => batch.set(at("water", "value"), v)}
          onBlur={batch.seal}
        />
      </div>
      {water && (
        <p className="text-[12.5px] text-muted">
          = {percent(water.concentration)} lye · {water.ratio.toFixed(2)} : 1 · {percent(water.percentOfOils)} of oils
        </p>
      )}
      <div className="border-l-4 border-cut bg-[var(--field)] px-2 py-1">
        <div className="flex justify-between">
          <span>
            lye (NaOH, {batter.lye.purityPct} %){" "}
            <strong className="font-head text-[15px]">{masses ? grams(masses.lyeG) : "–"}</strong>
          </span>
          <span>
            water <strong className="font-head text-[15px]">{masses ? grams(masses.waterG) : "–"}</strong>
          </span>
        </div>
        <p className="text-[12.5px] leading-tight">
          Lye into water, never water into lye. Goggles, gloves, fresh air; no aluminium. Follow its data sheet.
          {masses && ` Effective superfat ${percent(masses.effectiveSuperfatPct)}, dispersion oil counted.`}
        </p>
      </div>
      <Says notices={derived.notices} fields={own("water")} />
      <div className="flex items-baseline justify-between">
        <NumberField
          label="lye + oils at"
          unit="°C"
          width="w-9"
          value={batter.startTemperatureC}
          disabled={disabled}
          onChange={(v) => batch.set(at("startTemperatureC"), v)}
          onBlur={batch.seal}
        />
        <NumberField
          label="room"
          unit="°C"
          width="w-9"
          value={batch.plan.roomTemperatureC}
          disabled={disabled}
          onChange={(v) => batch.set(["roomTemperatureC"], v)}
          onBlur={batch.seal}
        />
      </div>
      <div className="flex items-baseline justify-between">
        <NumberField
          label="blend until trace"
          width="w-10"
          step={0.1}
          decimals={2}
          value={batter.blendToTrace}
          disabled={disabled}
          onChange={(v) => batch.set(at("blendToTrace"), v)}
          onBlur={batch.seal}
        />
        <span className="whitespace-nowrap text-[12.5px] text-muted">{stageName(batter.blendToTrace)}; 2 is light</span>
      </div>
      <Says notices={derived.notices} fields={own("startTemperatureC")} />
    </section>
  );
}
