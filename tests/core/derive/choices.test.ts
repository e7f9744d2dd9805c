import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { chancesOf } from "../../../src/core/clock/chance";
import { type Choice, choiceOf, OUT_BELOW, shareRange, sortChoices } from "../../../src/core/derive/choices";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { programOf } from "../../../src/core/prepare/compile";
import { FAMILIES, FAMILY_IDS, knobsOf } from "../../../src/core/techniques/families/registry";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const DRAWS = { seed: 3, draws: 60 };
const quiet = newPlan("Evening", 1);
const idea: Plan = { ...quiet, operations: [] };
const fast: Plan = {
  ...quiet,
  portions: quiet.portions.map((p) => (p.id === "p2" ? { ...p, scent: plainScent("Clove", "strong", 6) } : p)),
};
const laid = (plan: Plan, choice: Choice): Plan => {
  const tried = choice.edit ? applyEdit(plan, choice.edit) : { ok: true as const, document: plan };
  if (!tried.ok) throw new Error(tried.reason);
  return tried.document;
};

describe("what a batter allows", () => {
  it.each(FAMILY_IDS)("%s: its figures are those of the sheet that one press lays out", (family) => {
    const choice = choiceOf(idea, family, [], DRAWS)!;
    const plan = laid(idea, choice);
    expect(readPlan(JSON.parse(JSON.stringify(plan))).ok).toBe(true);
    expect(plan.design.family).toBe(family);
    const derived = derive(plan);
    expect(choice.design).toEqual(derived.designs.get("m1"));
    expect(choice.palette).toEqual(derived.palette);
    expect(choice.benchMin).toBeCloseTo(derived.timeline!.endS / 60, 9);
    const program = programOf(plan, computeMasses(plan)!);
    expect(choice.chance).toBe(chancesOf(program, { ...DRAWS, withBands: false })!.chance);
  });

  it("on the sheet that is laid out the knobs say what the pours are", () => {
    for (const plan of [quiet, laid(idea, choiceOf(idea, "drop", [], DRAWS)!)]) {
      const knobs = knobsOf(FAMILIES.drop, plan.design.knobs);
      expect(plan.operations.filter((o) => o.kind === "stripe")).toHaveLength(Number(knobs.drops));
      expect(plan.operations[0]).toMatchObject({ kind: "layer", cupPct: knobs.floorPct });
    }
  });

  it("a design that is there stays as it stands; without any pour it is laid out like the others", () => {
    expect(choiceOf(quiet, "drop", [], DRAWS)!.edit).toBeNull();
    expect(choiceOf(idea, "drop", [], DRAWS)!.edit).not.toBeNull();
  });

  it("a scent that runs lowers the chance of fine work and never raises it; the cup that decides is named", () => {
    const funnel = (plan: Plan) => choiceOf(plan, "funnel", [], DRAWS)!;
    expect(funnel(fast).chance).toBeLessThan(funnel(quiet).chance);
    expect(funnel(fast).riskiest?.portion).toBe("Ink");
  });

  it("out is said with its reason: a tool that is not there, a mould without dividers, a chance too small", () => {
    expect(choiceOf(quiet, "hanger", ["spoon"], DRAWS)!.out).toBe("needs a hanger of 4 mm wire, not among your tools");
    expect(choiceOf(quiet, "hanger", ["hanger"], DRAWS)!.out).toBeNull();
    // Of tools nothing was ever entered: nothing is known, and nothing is ruled out by it.
    expect(choiceOf(quiet, "hanger", [], DRAWS)!.out).toBeNull();
    expect(choiceOf(quiet, "crossings", [], DRAWS)!.out).toBe("needs dividers, and this mould has none");
    const lines = choiceOf(fast, "lines-and-s", ["bottle", "rod"], DRAWS)!;
    expect(lines.chance).toBeLessThan(OUT_BELOW);
    expect(lines.out).toMatch(/^(only \d+ %|under 1 %): Ink is out of its window at /);
  });

  it("a formula that cannot be computed allows nothing that could be said", () => {
    const none: Plan = { ...quiet, batters: quiet.batters.map((b) => ({ ...b, oils: [] })) };
    expect(choiceOf(none, "drop", [], DRAWS)).toBeNull();
  });

  it("sorted by what is asked for; those that are out stand apart", () => {
    const all = FAMILY_IDS.map((id) => choiceOf(fast, id, ["spoon", "rod"], DRAWS)!);
    const { can, out } = sortChoices(all, "minutes");
    expect(can.length + out.length).toBe(all.length);
    expect(can.map((c) => c.benchMin)).toEqual(can.map((c) => c.benchMin).sort((a, b) => a - b));
    expect(out.every((c) => c.out !== null)).toBe(true);
    const { can: byChance } = sortChoices(all, "chance");
    expect(byChance.map((c) => c.chance)).toEqual(byChance.map((c) => c.chance).sort((a, b) => b - a));
  });
});

describe("the range that a number of draws leaves open", () => {
  it("law: holds the share seen, stays between 0 and 1, and narrows with more draws", () => {
    fc.assert(
      fc.property(between(0, 1), fc.integer({ min: 5, max: 500 }), (share, draws) => {
        const few = shareRange(share, draws);
        const many = shareRange(share, 4 * draws);
        expect(few.low).toBeLessThanOrEqual(share + 1e-12);
        expect(few.high).toBeGreaterThanOrEqual(share - 1e-12);
        expect(few.low).toBeGreaterThanOrEqual(0);
        expect(few.high).toBeLessThanOrEqual(1);
        expect(many.high - many.low).toBeLessThan(few.high - few.low);
      }),
      { seed: 11, numRuns: tries(300) },
    );
  });

  it("half of 200: 45.5 to 54.5 % (by hand: 0.5 ± 1.2816 √(0.25 / 200), a little less by Wilson)", () => {
    const { low, high } = shareRange(0.5, 200);
    expect(low).toBeCloseTo(0.455, 2);
    expect(high).toBeCloseTo(0.545, 2);
  });
});
