import { useEffect, useRef } from "react";
import type { Weighing } from "../../core/cure/cureSchema";
import type { CureState } from "../../core/derive/cure";
import { inPreferredUnit, unitLabel } from "../../core/units/quantities";
import { useUnits } from "../parts/units";
import { dryingOption, type Inks } from "./dryingOption";

/** The page's inks, read where the chart stands: they follow its look. */
function inksOf(element: HTMLElement): Inks {
  const style = getComputedStyle(element);
  const probe = document.createElement("span");
  element.append(probe);
  const of = (name: string) => {
    probe.style.color = `var(--${name})`;
    return getComputedStyle(probe).color || style.color;
  };
  const inks = {
    ...{ ink: of("ink"), muted: of("muted"), rule: of("rule"), leaf: of("leaf") },
    ...{ cut: of("cut"), amber: of("amber") },
    font: style.fontFamily,
  };
  probe.remove();
  return inks;
}

/** The chart of the cure; what it says stands in words beside it. */
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
  const place = useRef<HTMLDivElement>(null);
  const { units } = useUnits();
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let isGone = false;
    let end = () => {};
    // The charts are large and wanted on few pages: they come when one is shown.
    void import("./charts").then(({ init }) => {
      if (isGone) return;
      const chart = init(element, undefined, { renderer: "canvas" });
      const draw = () =>
        chart.setOption(
          dryingOption(
            cure,
            weighings,
            today,
            { label: unitLabel("mass", units), of: (g) => inPreferredUnit(g, "mass", units) },
            inksOf(element),
          ),
          true,
        );
      draw();
      element.dataset.stage = "drawn";
      const resized = new ResizeObserver(() => chart.resize());
      resized.observe(element);
      const look = matchMedia("(prefers-color-scheme: dark)");
      look.addEventListener("change", draw);
      end = () => {
        look.removeEventListener("change", draw);
        resized.disconnect();
        chart.dispose();
      };
    });
    return () => {
      isGone = true;
      end();
    };
  }, [cure, weighings, today, units]);
  return <div ref={place} role="img" aria-label={label} className="h-[320px] w-full phone:h-[260px]" />;
}
