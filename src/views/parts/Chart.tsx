import type { EChartsCoreOption } from "echarts/core";
import { useEffect, useRef } from "react";

/** Colours of the page, as they are at the moment. */
export interface Inks {
  ink: string;
  muted: string;
  rule: string;
  leaf: string;
  cut: string;
  amber: string;
  /** Its letters. */
  font: string;
}

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

/** A chart on a canvas; what it says stands in words beside it. @param option stays the same function while nothing changes */
export function Chart({
  option,
  label,
  className = "h-[320px] w-full phone:h-[260px]",
}: {
  option: (inks: Inks) => EChartsCoreOption;
  label: string;
  className?: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    let isGone = false;
    let end = () => {};
    // The charts are large and wanted on few pages: they come when one is shown.
    void import("./charts").then(({ init }) => {
      if (isGone) return;
      const chart = init(element, undefined, { renderer: "canvas" });
      const draw = () => chart.setOption(option(inksOf(element)), true);
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
  }, [option]);
  return <div ref={place} role="img" aria-label={label} className={`overflow-hidden ${className}`} />;
}
