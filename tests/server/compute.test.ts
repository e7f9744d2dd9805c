import { describe, expect, it } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { thinned } from "../../src/core/clock/curves";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import { readPlan } from "../../src/core/document/read";
import { computeTimeline } from "../../src/core/prepare/timeline";
import { CURVE_POINTS, runJob } from "../../src/server/compute/jobs";
import { largestPlan } from "../support/largestPlan";

const done = (job: Parameters<typeof runJob>[0]) => {
  const result = runJob(job);
  if (!result.ok) throw new Error(JSON.stringify(result));
  return { json: result.json, value: JSON.parse(result.json) };
};
/** Waits of hours at every pour: a batter that hardly thickens, in the cold. */
const slowest = () => {
  const plan = largestPlan();
  return {
    ...plan,
    batters: plan.batters.map((b) => ({ ...b, lye: { ...b.lye, kohSharePct: 100 } })),
    portions: plan.portions.map((p) => ({ ...p, scent: null, additives: [] })),
    schedule: { ...plan.schedule, thin: Object.fromEntries(plan.portions.map((p) => [p.id, "wait" as const])) },
  };
};

describe("the largest document", () => {
  it.each([
    ["cold", largestPlan(true)],
    ["warm", largestPlan(false)],
    ["without end", slowest()],
  ])("%s: is a valid one; its answer holds at most 2 MB, its curves what a chart shows", (_name, plan) => {
    const read = readPlan(JSON.parse(JSON.stringify(plan)));
    expect(read.ok ? [] : read.problems).toEqual([]);
    const { json, value } = done({ kind: "derive", text: JSON.stringify(plan) });
    expect(json.length).toBeLessThan(2_000_000);
    for (const curve of value.timeline.curves) expect(curve.points.length).toBeLessThanOrEqual(CURVE_POINTS);
  });

  it("its chances are taken with the draws that fit, and the answer says how many", () => {
    const { value } = done({
      kind: "chances",
      text: JSON.stringify(largestPlan()),
      draws: 5000,
      seed: 1,
      withAdvice: false,
    });
    expect(value.asked).toBe(5000);
    expect(value.draws).toBeGreaterThanOrEqual(20);
    expect(value.draws).toBeLessThan(5000);
    expect(value.steps.length).toBeGreaterThan(200);
  });

  it("is summed up for the shelf", () => {
    expect(summaryOf(largestPlan()).summary.portionNames).toHaveLength(12);
  });
});

describe("jobs", () => {
  it("a document that cannot be read is refused in the job as it is at the door", () => {
    expect(runJob({ kind: "derive", text: "{nonsense" })).toMatchObject({
      ok: false,
      why: "invalid",
      parsed: { isJson: false },
    });
    expect(runJob({ kind: "derive", text: JSON.stringify({ ...newPlan("x", 1), extra: 1 }) })).toMatchObject({
      why: "invalid",
      parsed: { isJson: true, problems: [{ field: "extra" }] },
    });
  });

  it("an ordinary batch gets all the draws it asks for", () => {
    const text = JSON.stringify(newPlan("x", 1));
    expect(done({ kind: "chances", text, draws: 500, seed: 1, withAdvice: false }).value).toMatchObject({
      draws: 500,
      asked: 500,
    });
  });

  it("a batch that was not poured teaches nothing", () => {
    expect(runJob({ kind: "teach", text: JSON.stringify(newPlan("x", 1)) })).toEqual({ ok: false, why: "not-poured" });
  });
});

describe("curves of a pour that goes on for hours", () => {
  it("stand further apart, end at the horizon, and rise as before", () => {
    const plan = slowest();
    const { curves, horizonS } = computeTimeline(plan, computeMasses(plan)!);
    expect(horizonS).toBeGreaterThan(4 * 3600);
    for (const { points } of curves) {
      expect(points.length).toBeLessThanOrEqual(4000);
      expect(points.at(-1)!.atS).toBeCloseTo(horizonS, 0);
    }
  });

  it("are thinned with their ends kept", () => {
    const points = Array.from({ length: 1000 }, (_, i) => ({ atS: i, trace: i / 100, temperatureC: 30 }));
    const few = thinned(points, 7);
    expect(few.map((p) => p.atS)).toEqual([0, 167, 333, 500, 666, 833, 999]);
    expect(thinned(points.slice(0, 5), 7)).toEqual(points.slice(0, 5));
  });
});
