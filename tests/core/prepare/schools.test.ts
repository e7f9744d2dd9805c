import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { traceAt } from "../../../src/core/clock/curves";
import { readMeeting } from "../../../src/core/clock/meeting";
import { derive } from "../../../src/core/derive/derive";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import type { Practice } from "../../../src/core/practice/practiceSchema";
import { preparations } from "../../../src/core/prepare/before";
import { weighUpOf } from "../../../src/core/prepare/weighUp";
import type { ScentClassId } from "../../../src/core/scent/classes";
import { sayer } from "../../../src/core/units/sayer";

const worked = (practice: Partial<Practice>, scent: ScentClassId | null = null): Plan => {
  const plan = newPlan("School", 1);
  return {
    ...plan,
    practice: { ...plan.practice, ...practice },
    batters: [{ ...plan.batters[0], scent: scent && plainScent("Whole", scent, 3) }],
    portions: plan.portions.map((p) => ({ ...p, scent: null })),
  };
};

describe("scent into the oils", () => {
  const [inOils, inBatter] = (["oils", "batter"] as const).map((scent) => derive(worked({ scent }, "moderate")));

  it("is no step of the pour: the split follows the blending", () => {
    const ids = (d: typeof inOils) => d.timeline!.steps.map((s) => s.id);
    expect(ids(inBatter)).toContain("scent:b1");
    expect(ids(inOils)).not.toContain("scent:b1");
    expect(inOils.timeline!.steps.find((s) => s.kind === "weigh")!.after).toEqual(["blend:b1"]);
    expect(inOils.instructions.get("blend:b1")!.detail).toContain("Its scent is in the oils");
  });

  it("acts from the emulsion on: the cups run sooner than with none", () => {
    const traceOf = (d: typeof inOils) =>
      traceAt(d.timeline!.curves.find((c) => c.id === "p2")!.points, d.timeline!.endS);
    expect(traceOf(inOils)).toBeGreaterThan(traceOf(derive(worked({ scent: "oils" }))) + 0.1);
    // Blended to the same look, so with less blending: the rest comes by itself.
    expect(Math.abs(traceOf(inOils) - traceOf(inBatter))).toBeLessThan(0.6);
  });

  it("is weighed out for the oils, with its grams as before", () => {
    const plan = worked({ scent: "oils" }, "moderate");
    const masses = computeMasses(plan)!;
    const line = weighUpOf(plan, masses, sayer()).find((i) => i.id === "scent:b1")!;
    expect(line.words).toBe("Whole for the oils of batter, before the lye");
    expect(line.massG).toBeCloseTo(masses.batters[0].scentG, 9);
  });

  it("leaves a plan without a scent in the whole batter as it is", () => {
    const steps = (scent: "oils" | "portion") => derive(worked({ scent })).timeline!.steps.map((s) => s.id);
    expect(steps("oils")).toEqual(steps("portion"));
  });
});

describe("hot lye over the fats, and lye of the room's own temperature", () => {
  const wanted = Date.parse("2026-11-27T15:00:00Z");
  const meeting = [{ batterId: "b1", lyeMin: 60, oilsMin: 25 }];
  const list = (school: Practice["temperature"]) =>
    preparations(meeting, wanted, false, school).map((p) => [p.id, (wanted - p.atMs) / 60_000, p.isCooled]);

  it("hot lye is mixed right before, and neither oils nor temperatures are waited for", () => {
    expect(list("melt")).toEqual([["lye:b1", 8, false]]);
  });

  it("lye of the room's temperature stands overnight, melted fats for hours", () => {
    expect(list("room")).toEqual([
      ["lye:b1", 12 * 60 + 5, false],
      ["oils:b1", 4 * 60 + 15, false],
      ["read", 10, false],
    ]);
  });

  it("hot lye over cool fats is no reason to wait: what they give together is", () => {
    const o = { solutionG: 440, oilsG: 1050, targetC: 45, roomC: 21 };
    expect(readMeeting(80, 21, o)).toMatchObject({ does: "wait", which: "lye" });
    expect(readMeeting(80, 21, { ...o, mayDiffer: true })).toMatchObject({ does: "go" });
    expect(readMeeting(50, 21, { ...o, mayDiffer: true })).toMatchObject({ does: "warm" });
  });

  it("the step says how it goes in, and what to mind", () => {
    const said = derive(worked({ temperature: "melt" })).instructions.get("lye:b1")!;
    expect(said.detail).toMatch(/over the hard fats; stir until all is clear, then the soft oils/);
    expect(said.caution).toMatch(/hot besides/);
    expect(derive(worked({})).instructions.get("lye:b1")!.caution).not.toMatch(/hot besides/);
  });
});
