import { useCallback } from "react";
import type { Weighing } from "../../core/cure/cureSchema";
import type { CureState } from "../../core/derive/cure";
import { inPreferredUnit, unitLabel } from "../../core/units/quantities";
import { Chart, type Inks } from "../parts/Chart";
import { useUnits } from "../parts/units";
import { dryingOption } from "./dryingOption";

/** The chart of the cure. */
export function DryingChart({
  cure,
  weighings,
  today,
  label,
}: {
  cure: CureState;
  weighings: readonly Weighing[];
  today: string;
  label: string;
}) {
  const { units } = useUnits();
  const option = useCallback(
    (inks: Inks) => {
      const unit = { label: unitLabel("mass", units), of: (g: number) => inPreferredUnit(g, "mass", units) };
      return dryingOption(cure, weighings, today, unit, inks);
    },
    [cure, weighings, today, units],
  );
  return <Chart option={option} label={label} />;
}
