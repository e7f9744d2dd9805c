import { parseISO } from "date-fns";
import type { EChartsCoreOption } from "echarts/core";
import type { Weighing } from "../../core/cure/cureSchema";
import type { CureState } from "../../core/derive/cure";
import type { Inks } from "../parts/Chart";
import { format } from "../parts/dates";

/** Marks of the bars, told apart by shape. */
const SHAPES = ["circle", "rect", "triangle", "diamond"] as const;
const HIGHEST_DECIMALS = 1;
const DAY_MS = 86_400_000;
const day = (on: string) => parseISO(on).getTime();

/** The loss of the bars as a chart: what was weighed by bar, the mean with its band, the days on which it levels off, and the day that was set. */
export function dryingOption(
  cure: CureState,
  weighings: readonly Weighing[],
  today: string,
  unit: { label: string; of: (g: number) => number },
  inks: Inks,
): EChartsCoreOption {
  const { curve, isWeighed } = cure.drying;
  // A bar of which nothing was weighed is drawn as the plan has it.
  const scale = isWeighed ? 1 : (cure.plannedG ?? 1);
  const at = (d: number) => parseISO(cure.cutOn).getTime() + d * DAY_MS;
  const mass = (m: number) => Number(unit.of(m * scale).toFixed(2));
  const bars = [...new Set(weighings.map((w) => w.bar))];
  const line = { type: "line", symbol: "none", silent: true, animation: false } as const;
  return {
    animation: false,
    textStyle: { fontFamily: inks.font, color: inks.ink, fontSize: 13 },
    grid: { left: 64, right: 20, top: 34, bottom: 34 },
    legend: { top: 0, right: 16, itemGap: 18, textStyle: { color: inks.ink }, data: bars.map((b) => `bar ${b}`) },
    tooltip: {
      trigger: "item",
      renderMode: "richText",
      formatter: (p: { seriesName: string; value: [number, number] }) =>
        `${p.seriesName}, ${format(p.value[0], "d MMM")}: ${p.value[1].toFixed(HIGHEST_DECIMALS)} ${unit.label}`,
    },
    xAxis: {
      type: "time",
      axisLine: { lineStyle: { color: inks.ink } },
      axisLabel: { color: inks.ink, hideOverlap: true, formatter: (v: number) => format(v, "d MMM") },
      splitLine: { show: false },
    },
    yAxis: {
      type: "value",
      scale: true,
      name: `a bar, ${unit.label}`,
      nameTextStyle: { color: inks.ink, align: "left" },
      axisLabel: { color: inks.ink },
      splitLine: { lineStyle: { color: inks.rule } },
    },
    series: [
      { ...line, stack: "band", lineStyle: { opacity: 0 }, data: curve.map((p) => [at(p.day), mass(p.low)]) },
      {
        ...line,
        stack: "band",
        lineStyle: { opacity: 0 },
        areaStyle: { color: inks.muted, opacity: 0.22 },
        data: curve.map((p) => [at(p.day), Number((mass(p.high) - mass(p.low)).toFixed(2))]),
      },
      {
        ...line,
        name: "mean",
        lineStyle: { color: inks.ink, width: 2 },
        data: curve.map((p) => [at(p.day), mass(p.mass)]),
        markArea: {
          silent: true,
          itemStyle: { color: inks.leaf, opacity: 0.14 },
          data: [[{ xAxis: day(cure.readyOn.low) }, { xAxis: day(cure.readyOn.high) }]],
        },
        markLine: {
          silent: true,
          symbol: "none",
          data: [
            {
              xAxis: day(cure.readyOn.best),
              lineStyle: { color: inks.leaf, type: "solid", width: 2.5 },
              label: { formatter: "levels off", color: inks.leaf, position: "insideEndTop" },
            },
            {
              xAxis: day(cure.setOn),
              lineStyle: { color: inks.ink, type: "dashed" },
              label: { formatter: "you set", color: inks.ink, position: "insideStartTop" },
            },
            {
              xAxis: day(today),
              lineStyle: { color: inks.cut, type: "dotted", width: 2 },
              label: { formatter: "today", color: inks.cut, position: "insideMiddleTop" },
            },
          ],
        },
      },
      ...bars.map((bar, i) => ({
        type: "scatter",
        name: `bar ${bar}`,
        symbol: SHAPES[i % SHAPES.length],
        symbolSize: 11,
        animation: false,
        itemStyle: { color: i < SHAPES.length ? inks.amber : inks.leaf, borderColor: inks.ink, borderWidth: 1.2 },
        data: weighings.filter((w) => w.bar === bar).map((w) => [day(w.on), Number(unit.of(w.massG).toFixed(2))]),
      })),
    ],
  };
}
