import { describe, expect, it } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { derive } from "../../src/core/derive/derive";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import { wantedOf } from "../../tools/device/follower";
import { KITCHEN_SCALE, SimulatedScale, SimulatedThermometer } from "../../tools/device/models";

const readAfter = (scale: SimulatedScale, seconds: number) => {
  for (let t = 0; t < seconds; t += 0.2) scale.pass(0.2);
  return scale.read();
};

describe("the simulated scale", () => {
  it("settles: at first it moves, then it is still at what stands there, in steps of its readability", () => {
    const scale = new SimulatedScale();
    scale.put(500.4);
    expect(readAfter(scale, 0.4).isStable).toBe(false);
    expect(readAfter(scale, 6)).toEqual({ massG: 500, isStable: true, isOverload: false });
  });

  it("the tare key makes nought of what stands there; above its range it says nothing; leaning on the table keeps it moving", () => {
    const scale = new SimulatedScale();
    scale.put(210);
    readAfter(scale, 6);
    scale.tare();
    scale.put(710);
    expect(readAfter(scale, 6).massG).toBe(500);
    scale.lean(true);
    expect(readAfter(scale, 5).isStable).toBe(false);
    scale.lean(false);
    scale.put(KITCHEN_SCALE.mostG + 100);
    expect(readAfter(scale, 6).isOverload).toBe(true);
  });

  it("its zero wanders, by no more than its make says", () => {
    const scale = new SimulatedScale({ ...KITCHEN_SCALE, readabilityG: 0.1, driftGPerHour: 3 });
    const hour = readAfter(scale, 3600).massG;
    expect(Math.abs(hour)).toBeLessThanOrEqual(3);
  });
});

it("a probe comes to what it stands in with a lag, and is still only then", () => {
  const probe = new SimulatedThermometer(21);
  probe.into(41);
  probe.pass(1);
  expect(probe.read().isStable).toBe(false);
  expect(probe.read().degreesC).toBeLessThan(30);
  for (let t = 0; t < 40; t += 0.2) probe.pass(0.2);
  expect(probe.read()).toEqual({ degreesC: 41, isStable: true });
});

describe("whoever follows a pour with the scale", () => {
  const plan = newPlan("Evening", 1);
  const start = "2026-11-24T18:00:00.000Z";
  const at = (s: number) => new Date(Date.parse(start) + 1000 * s).toISOString();
  const { timeline } = derive(plan);
  const first = timeline!.steps.findIndex((s) => s.kind === "weigh");
  const done = timeline!.steps
    .slice(0, first)
    .map((s, i): BenchEvent => ({ kind: "stepDone", id: `d${i}`, at: at(i + 1), by: "", stepId: s.id, isLast: false }));
  const on = afterBench(plan, { kind: "started", id: "s", at: start, by: "" }, ...done);

  it("does nothing before the split, then wants the bowl, then its share in the cup at hand", () => {
    expect(wantedOf(plan, 0, 1)).toBeNull();
    const bowl = wantedOf(on, 60, 0.92)!;
    const plannedG = computeMasses(plan)!.batters[0].plannedBaseG;
    expect(bowl).toMatchObject({ isPoured: false });
    expect(bowl.massG).toBeCloseTo(210 + 0.92 * plannedG, 6);
    const weighed = afterBench(on, {
      ...{ kind: "reading", id: "r", at: at(50), by: "", what: "bowl", of: "b1" },
      ...{ value: bowl.massG, tareG: 210, from: "scale" },
    });
    const step = timeline!.steps[first];
    const cup = wantedOf(weighed, 61, 0.92)!;
    expect(cup).toMatchObject({ key: step.id, isPoured: true });
    const share = plan.portions.find((p) => p.id === step.portionIds[0])!.sharePct;
    expect(cup.massG).toBeCloseTo((0.92 * plannedG * share) / 100, 6);
  });
});
