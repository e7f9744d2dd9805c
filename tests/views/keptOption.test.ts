import { expect, it } from "vitest";
import { keptOption } from "../../src/views/book/keptOption";
import type { Inks } from "../../src/views/parts/Chart";

const INKS: Inks = { ink: "#111", muted: "#222", rule: "#333", leaf: "#444", cut: "#555", amber: "#666", font: "x" };

it("the chart of a line: chance and windows in percent, the rating on an axis of its own, told apart by shape", () => {
  const option = keptOption(
    [
      { name: "First", kept: { stated: 0.3, met: 6, of: 8 }, rating: 2 },
      { name: "Second", kept: { stated: 0.875, met: 0, of: 0 }, rating: null },
    ],
    INKS,
  ) as { series: { name: string; data: unknown[]; symbol: string; yAxisIndex?: number }[]; xAxis: { data: string[] } };
  expect(option.xAxis.data).toEqual(["First", "Second"]);
  expect(option.series.map((s) => s.data)).toEqual([
    [30, 88],
    [75, null],
    [2, null],
  ]);
  expect(new Set(option.series.map((s) => s.symbol)).size).toBe(3);
  expect(option.series.map((s) => s.yAxisIndex ?? 0)).toEqual([0, 0, 1]);
});
