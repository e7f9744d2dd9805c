import { SlidersHorizontal } from "lucide-react";
import { NumberField } from "../parts/NumberField";
import { Says } from "../parts/Says";
import { useUnits } from "../parts/units";
import type { PanelProps } from "./panel";

/** Inner size, fill level and density of the mould, and the batter that it takes. */
export function MouldPanel({ batch, derived, disabled, onMore }: PanelProps & { onMore: () => void }) {
  const { grams, units } = useUnits();
  const others = batch.plan.moulds.length - 1;
  const fillG = derived.masses?.moulds.reduce((sum, m) => sum + m.fillG, 0);
  const mould = batch.plan.moulds[0];
  const batter = batch.plan.batters[0];
  const at = (field: string) => ["moulds", `#${mould.id}`, field];
  const size = (label: string, field: "lengthMm" | "widthMm" | "heightMm") => (
    <NumberField
      label={label}
      hideLabel
      hideUnit
      quantity="length"
      width="w-11"
      value={mould[field]}
      disabled={disabled}
      onChange={(v) => batch.set(at(field), v)}
      onBlur={batch.seal}
    />
  );
  return (
    <section aria-labelledby="mould-head">
      <div className="flex items-baseline justify-between">
        <h2 id="mould-head" className="text-[15px]">
          {others > 0 ? `${mould.name} and ${others} more` : "Mould"}
        </h2>
        <output className="ml-auto font-head text-[15px] font-semibold" aria-label="Batter that the mould takes">
          {fillG === undefined ? "–" : grams(fillG)}
        </output>
        <button
          type="button"
          className="icon-button !w-5"
          aria-label="Moulds and tools"
          title="Moulds, dividers, tools and whether they fit"
          onClick={onMore}
        >
          <SlidersHorizontal size={14} />
        </button>
      </div>
      <div className="mt-0.5 flex items-baseline gap-1">
        <span className="mr-auto text-muted">inside</span>
        {size("Inner length, mm", "lengthMm")}×{size("Inner width, mm", "widthMm")}×
        {size("Inner height, mm", "heightMm")}
        <span className="text-muted">{units.length}</span>
      </div>
      <div className="mt-1 flex items-baseline justify-between">
        <NumberField
          label="filled to"
          unit="%"
          width="w-11"
          value={mould.fillPct}
          disabled={disabled}
          onChange={(v) => batch.set(at("fillPct"), v)}
          onBlur={batch.seal}
        />
        <NumberField
          label="density"
          unit="g/mL"
          width="w-12"
          decimals={3}
          step={0.01}
          value={batter.densityGPerMl}
          disabled={disabled}
          onChange={(v) => batch.set(["batters", `#${batter.id}`, "densityGPerMl"], v)}
          onBlur={batch.seal}
        />
      </div>
      <Says
        className="mt-1"
        notices={derived.notices}
        fields={(f) => f.startsWith("moulds.") || f.startsWith("equipment.")}
        onFix={disabled ? undefined : (e) => batch.edit(e)}
      />
    </section>
  );
}
