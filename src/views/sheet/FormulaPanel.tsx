import { SlidersHorizontal } from "lucide-react";
import type { WaterMethod } from "../../core/formula/water";
import { useBench, useOilFinder } from "../parts/bench";
import { BoundNumber } from "../parts/bound";
import { Choose, named, worded } from "../parts/Choose";
import { percent } from "../parts/format";
import { IconButton } from "../parts/IconButton";
import { OilPicker } from "../parts/OilPicker";
import { RemoveButton } from "../parts/RemoveButton";
import { Says } from "../parts/Says";
import { useUnits } from "../parts/units";
import { FromLastTime } from "./FromLastTime";
import { BlendTo } from "./formula/BlendTo";
import { oilsEdit, withOil } from "./formula/oilEdits";
import { WATER_LABELS } from "./formula/waterLabels";
import { editable, type PanelProps } from "./panel";

type Props = PanelProps & { batterId: string; onBatter: (id: string) => void; onMore: () => void };

/** The formula in short: oils by share, superfat, water in any of the three ways, temperatures; the grams to weigh, and the cautions of the lye. */
export function FormulaPanel({ batch, derived, disabled, batterId, onBatter, onMore }: Props) {
  const { plan } = batch;
  const batter = plan.batters.find((b) => b.id === batterId) ?? plan.batters[0];
  const masses = derived.masses?.batters.find((b) => b.id === batter.id);
  const at = (...rest: string[]) => ["batters", `#${batter.id}`, ...rest];
  const water = derived.water.get(batter.id);
  const { oils } = useBench("oils");
  const find = useOilFinder(plan);
  const { grams } = useUnits();
  const total = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const own = (field: string) => (f: string) => f.startsWith(`batters.${batter.id}.${field}`);
  const open = editable(batch, disabled);
  const setOils = (next: typeof batter.oils) => batch.edit(oilsEdit(plan, batter, next, find));

  const setMethod = (method: WaterMethod) => {
    const value = water ? Number(water[method].toFixed(2)) : batter.water.value;
    batch.set(at("water"), { method, value });
    batch.seal();
  };

  return (
    <section aria-labelledby="formula-head" className="flex flex-col gap-1">
      <FromLastTime batch={batch} disabled={disabled} beside="formula" />
      <div className="flex items-baseline justify-between gap-1">
        {plan.batters.length > 1 ? (
          <Choose
            id="formula-head"
            label="Batter shown"
            value={batter.id}
            className="min-w-0 flex-1 bg-transparent font-head text-[15px] font-semibold"
            options={named(plan.batters)}
            onChoose={onBatter}
          />
        ) : (
          <h2 id="formula-head" className="text-[15px]">
            Formula
          </h2>
        )}
        <BoundNumber open={open} path={at("superfatPct")} label="superfat" unit="%" width="w-10" />
        <IconButton
          icon={SlidersHorizontal}
          label="The whole formula"
          title="The whole formula: size, milk, additives, lye, library"
          className="!w-5"
          onPress={onMore}
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
                <Choose
                  label="Oil"
                  className="h-6 w-full truncate bg-transparent"
                  value={row.oilId}
                  disabled={disabled}
                  options={[
                    ...(oils.some((o) => o.id === row.oilId)
                      ? []
                      : [{ value: row.oilId, label: find(row.oilId)?.name ?? `${row.oilId}: not known` }]),
                    ...named(oils),
                  ]}
                  onChoose={(oilId) => setOils(batter.oils.map((o) => (o.id === row.id ? { ...o, oilId } : o)))}
                />
              </td>
              <td className="whitespace-nowrap">
                <BoundNumber
                  open={open}
                  path={at("oils", `#${row.id}`, "sharePct")}
                  label={`Share of ${row.oilId}, %`}
                  hideLabel
                  width="w-10"
                  unit="%"
                />
              </td>
              <td className="whitespace-nowrap pl-2 text-right font-semibold">
                {masses ? grams(masses.oils.find((o) => o.id === row.id)?.massG ?? 0) : "–"}
              </td>
              <td>
                {!disabled && (
                  <RemoveButton
                    label={`Remove ${find(row.oilId)?.name ?? row.oilId}`}
                    onRemove={() => setOils(batter.oils.filter((o) => o.id !== row.id))}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap items-baseline justify-between">
        {!disabled && (
          <OilPicker taken={batter.oils.map((o) => o.oilId)} onPick={(id) => setOils(withOil(plan, batter, id))} />
        )}
        <span className="ml-auto">
          <strong>{masses ? grams(masses.oilsG) : "–"}</strong> <span className="text-muted">({percent(total)})</span>
        </span>
      </div>
      <Says notices={derived.notices} fields={own("oils")} />
      <div className="flex items-baseline gap-1">
        <Choose
          label="How the water is stated"
          value={batter.water.method}
          className="field mr-auto"
          disabled={disabled}
          options={worded(WATER_LABELS)}
          onChoose={setMethod}
        />
        <BoundNumber
          label={WATER_LABELS[batter.water.method]}
          hideLabel
          decimals={2}
          step={batter.water.method === "ratio" ? 0.05 : 0.5}
          open={open}
          path={at("water", "value")}
        />
      </div>
      {water && (
        <p className="text-[12.5px] text-muted">
          = {percent(water.concentration)} lye · {water.ratio.toFixed(2)} : 1 · {percent(water.percentOfOils)} of oils
        </p>
      )}
      <div className="border-l-4 border-cut bg-[var(--field)] px-2 py-1">
        <div className="flex flex-wrap justify-between gap-x-2">
          <span>
            lye ({batter.lye.kohSharePct > 0 ? "NaOH + KOH" : `NaOH, ${batter.lye.purityPct} %`}){" "}
            <strong className="font-head text-[15px]">{masses ? grams(masses.lyeG) : "–"}</strong>
          </span>
          <span>
            water <strong className="font-head text-[15px]">{masses ? grams(masses.waterG) : "–"}</strong>
          </span>
          {masses && masses.liquidG > 0 && (
            <span>
              other liquids <strong className="font-head text-[15px]">{grams(masses.liquidG)}</strong>
            </span>
          )}
        </div>
        <p className="text-[12.5px] leading-tight">
          Lye into water, never water into lye. Goggles, gloves, fresh air; no aluminium. Follow its data sheet.
          {masses && ` Effective superfat ${percent(masses.effectiveSuperfatPct)}, all fats counted.`}
        </p>
      </div>
      <Says
        notices={derived.notices}
        fields={(f) =>
          own("water")(f) ||
          f.startsWith(`batters.${batter.id}.liquids`) ||
          own("additives")(f) ||
          own("iceSharePct")(f)
        }
      />
      <div className="flex items-baseline justify-between">
        <BoundNumber
          open={open}
          path={at("startTemperatureC")}
          label="lye + oils at"
          quantity="temperature"
          width="w-9"
        />
        <BoundNumber open={open} path={["roomTemperatureC"]} label="room" quantity="temperature" width="w-9" />
      </div>
      <BlendTo open={open} path={at("blendToTrace")} value={batter.blendToTrace} />
      <Says notices={derived.notices} fields={own("startTemperatureC")} />
    </section>
  );
}
