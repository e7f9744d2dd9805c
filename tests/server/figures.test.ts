import { decode } from "fast-png";
import { describe, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { METRIC } from "../../src/core/units/quantities";
import { runPageJob } from "../../src/server/compute/figures";

const plan = newPlan("Evening", 1);
const figuresOf = (of: Plan, atMs: number | null = null, faces: "sheet" | "studio" | null = "sheet") => {
  const done = runPageJob({ kind: "figures", plan: of, units: METRIC, atMs, faces });
  if (done.kind !== "figures") throw new Error("other figures than were asked for");
  return done;
};
const picture = (still: string) => decode(Buffer.from(still.replace("data:image/png;base64,", ""), "base64"));
const coloursIn = (still: string): Set<string> => {
  const { data, width, height } = picture(still);
  return new Set(Array.from({ length: width * height }, (_, i) => data.slice(3 * i, 3 * i + 3).join()));
};

describe("what a page is written with", () => {
  it("are the figures that the browser works out as well", () => {
    expect(figuresOf(plan).derived).toEqual(derive(plan, undefined, METRIC));
  });

  it("while it is poured they are those of the moment; of a poured batch those of its end", () => {
    const startedAt = "2026-11-26T10:00:00Z";
    const pouring: Plan = { ...plan, record: { ...plan.record, startedAt } };
    const at = Date.parse(startedAt) + 95_400;
    expect(figuresOf(pouring, at, null).derived.timeline).toEqual(derive(pouring, 95, METRIC).timeline);
    const over: Plan = { ...pouring, record: { ...pouring.record, finishedAt: "2026-11-26T10:10:00Z" } };
    expect(figuresOf(over, at, null).derived.timeline).toEqual(derive(over, 600, METRIC).timeline);
    // The sheet speaks of the plan, whatever has been poured.
    expect(figuresOf(pouring).derived.timeline).toEqual(derive(pouring, undefined, METRIC).timeline);
  });

  it("the first pictures are of the cups' own colours, and at half the samples each way", () => {
    const { stills, derived } = figuresOf(plan);
    expect(Object.keys(stills).sort()).toEqual(["face", "side0", "side1", "top"]);
    expect(picture(stills.face).width).toBe(150);
    const rgb = derived.palette.map((hex) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)).join());
    expect([...coloursIn(stills.face)].sort()).toEqual([...new Set(rgb)].sort());
  });

  it("the studio opens with its own cut and the top; a batch without a pour with none", () => {
    expect(Object.keys(figuresOf(plan, null, "studio").stills)).toEqual(["face", "top"]);
    expect(figuresOf({ ...plan, operations: [] }).stills).toEqual({});
  });

  it("on a machine that stands still the first picture is drawn all the same, and no more", () => {
    let now = 0;
    const slow = vi.spyOn(performance, "now").mockImplementation(() => (now += 1000));
    expect(Object.keys(figuresOf(plan).stills)).toEqual(["face"]);
    slow.mockRestore();
  });

  it("bars of the shelf are drawn by their keys", () => {
    const { design, palette, cutMm } = summaryOf(plan).summary;
    const bar = { key: "b1:3", design: design!, palette, atMm: cutMm, width: 150, height: 112 };
    const { stills } = runPageJob({ kind: "bars", bars: [bar] });
    expect(picture(stills["b1:3"])).toMatchObject({ width: 75, height: 56 });
  });
});
