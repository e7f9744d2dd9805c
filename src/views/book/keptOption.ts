import type { EChartsCoreOption } from "echarts/core";
import type { KeptChance } from "../../core/derive/kept";
import type { Inks } from "../parts/Chart";

/** A poured batch of a line, as the chart shows it. */
export interface KeptPoint {
  /** What stands under it. */
  name: string;
  kept: KeptChance;
  rating: number | null;
}

const MOST_STARS = 5;

/** The chance that was stated, the steps that kept their windows, and the rating, over the batches of a soap: told apart by line and shape. */
export function keptOption(points: readonly KeptPoint[], inks: Inks): EChartsCoreOption {
  const pct = (part: number) => Math.round(100 * part);
  const line = (
    name: string,
    colour: string,
    symbol: string,
    type: "solid" | "dashed",
    of: (p: KeptPoint) => number | null,
  ) => ({
    ...{ type: "line", name, animation: false, symbol, symbolSize: 11, data: points.map(of) },
    lineStyle: { color: colour, width: 2, type },
    itemStyle: { color: colour },
    connectNulls: true,
  });
  return {
    animation: false,
    textStyle: { fontFamily: inks.font, color: inks.ink, fontSize: 13 },
    grid: { left: 46, right: 46, top: 40, bottom: 30 },
    legend: { top: 0, left: 0, itemGap: 18, textStyle: { color: inks.ink } },
    tooltip: { trigger: "axis", renderMode: "richText" },
    xAxis: {
      type: "category",
      data: points.map((p) => p.name),
      axisLine: { lineStyle: { color: inks.ink } },
      axisLabel: { color: inks.ink },
    },
    yAxis: [
      {
        ...{ type: "value", min: 0, max: 100, interval: 25 },
        axisLabel: { color: inks.ink, formatter: "{value} %" },
        splitLine: { lineStyle: { color: inks.rule } },
      },
      {
        ...{ type: "value", min: 0, max: MOST_STARS, interval: MOST_STARS },
        axisLabel: { color: inks.muted, formatter: (v: number) => (v === 0 ? "" : `rating ${v}`) },
        splitLine: { show: false },
      },
    ],
    series: [
      line("chance stated", inks.ink, "circle", "solid", (p) => pct(p.kept.stated)),
      line("steps that kept their window", inks.leaf, "rect", "solid", (p) =>
        p.kept.of === 0 ? null : pct(p.kept.met / p.kept.of),
      ),
      { ...line("rating", inks.amber, "triangle", "dashed", (p) => p.rating), yAxisIndex: 1 },
    ],
  };
}
