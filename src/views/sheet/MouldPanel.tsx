import { SlidersHorizontal } from "lucide-react";
import { BoundNumber } from "../parts/bound";
import { IconButton } from "../parts/IconButton";
import { DENSITY } from "../parts/NumberField";
import { Says } from "../parts/Says";
import { useUnits } from "../parts/units";
import { FromLastTime } from "./FromLastTime";
import { editable, type PanelProps } from "./panel";

/** Inner size, fill level and density of the mould, and the batter that it takes. */
export function MouldPanel({ batch, derived, disabled, onMore }: PanelProps & { onMore: () => void }) {
  const { grams, units } = useUnits();
  const others = batch.plan.moulds.length - 1;
  const fillG = derived.masses?.moulds.reduce((sum, m) => sum + m.fillG, 0);
  const mould = batch.plan.moulds[0];
  const batter = batch.plan.batters[0];
  const at = (field: string) => ["moulds", `#${mould.id}`, field];
  const open = editable(batch, disabled);
  const size = (label: string, field: "lengthMm" | "widthMm" | "heightMm") => (
    <BoundNumber label={label} hideLabel hideUnit quantity="length" width="w-11" open={open} path={at(field)} />
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
        <IconButton
          icon={SlidersHorizontal}
          label="Moulds and tools"
          title="Moulds, dividers, tools and whether they fit"
          className="!w-5"
          onPress={onMore}
        />
      </div>
      <FromLastTime batch={batch} disabled={disabled} beside="mould" />
      <div className="mt-0.5 flex items-baseline gap-1">
        <span className="mr-auto text-muted">inside</span>
        {size("Inner length, mm", "lengthMm")}×{size("Inner width, mm", "widthMm")}×
        {size("Inner height, mm", "heightMm")}
        <span className="text-muted">{units.length}</span>
      </div>
      <div className="mt-1 flex items-baseline justify-between">
        <BoundNumber label="filled to" unit="%" width="w-11" open={open} path={at("fillPct")} />
        <BoundNumber label="density" open={open} path={["batters", `#${batter.id}`, "densityGPerMl"]} {...DENSITY} />
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
