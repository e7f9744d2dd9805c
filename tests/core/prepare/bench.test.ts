import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { atHand, handsOf } from "../../../src/core/prepare/bench";
import { meanwhile } from "../../../src/core/prepare/meanwhile";
import type { ScheduledStep } from "../../../src/core/prepare/timeline";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { tries } from "../../support/tries";

const asTwo = (plan: Plan): Plan => ({ ...plan, practice: { ...plan.practice, people: 2 } });
const stepsOf = (plan: Plan) => derive(plan).timeline!.steps;
const withDone = (steps: readonly ScheduledStep[], ...ids: string[]) =>
  steps.map((s) => ({ ...s, done: ids.includes(s.id) }));

describe("two at a bench", () => {
  it("every step has its hands, and nobody does two things at once", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const two = asTwo(plan);
        const steps = stepsOf(two);
        const hands = handsOf(two, steps);
        expect(hands.size).toBe(steps.length);
        for (const lane of ["pourer", "helper"] as const) {
          const own = steps
            .filter((s) => hands.get(s.id) === lane || hands.get(s.id) === "both")
            .toSorted((a, b) => a.startS - b.startS);
          own.forEach((s, i) => {
            if (i > 0) expect(s.startS).toBeGreaterThanOrEqual(own[i - 1].endS - 1e-3);
          });
        }
      }),
      { seed: 11, numRuns: tries(60) },
    );
  });

  it("one alone has no lanes, and does one step after the other", () => {
    const plan = newPlan("Alone", 1);
    const steps = stepsOf(plan);
    expect(handsOf(plan, steps).size).toBe(0);
    expect(atHand(withDone(steps, "lye:b1"), new Map(), null)?.step.id).toBe("blend:b1");
    expect(atHand(withDone(steps, ...steps.map((s) => s.id)), new Map(), null)).toBeNull();
  });

  it("each sees the next of their own, and what the other must do first", () => {
    const plan = asTwo(newPlan("Two", 1));
    const steps = stepsOf(plan);
    const hands = handsOf(plan, steps);
    expect(hands.get("blend:b1")).toBe("pourer");
    // Two cups are coloured side by side: whoever pours takes the one that the helper is not at.
    expect([hands.get("colour:p3"), hands.get("colour:p2")]).toEqual(["helper", "pourer"]);
    const blended = withDone(steps, "lye:b1", "blend:b1");
    const own = atHand(blended, hands, "helper")!;
    expect(own).toMatchObject({ step: { id: "weigh:p2" }, waitsFor: null });
    // Before the batter is blended the helper's first step waits for it.
    expect(atHand(withDone(steps, "lye:b1"), hands, "helper")!.waitsFor?.id).toBe("blend:b1");
    const pourers = steps.filter((s) => hands.get(s.id) === "pourer").map((s) => s.id);
    const left = atHand(withDone(steps, ...pourers), hands, "pourer");
    expect(left === null || hands.get(left.step.id) === "both").toBe(true);
  });
});

describe("while batter is waited for", () => {
  const plan: Plan = {
    ...newPlan("Piped", 1),
    portions: newPlan("Piped", 1).portions.map((p) => (p.takesRest ? { ...p, pipingPct: 12 } : p)),
  };
  const steps = stepsOf(plan);
  const pipe = steps.find((s) => s.kind === "pipe")!;
  const before = withDone(steps, ...steps.slice(0, steps.indexOf(pipe)).map((s) => s.id));

  it("nothing is said of a short wait", () => {
    expect(meanwhile(plan, before, pipe, 30)).toEqual([]);
  });

  it("a bag is made ready, and what is done with is washed: never the cup that is waited for", () => {
    const words = meanwhile(plan, before, pipe, 1800);
    expect(words[0]).toMatch(/Line the bag/);
    const name = plan.portions.find((p) => p.takesRest)!.name;
    expect(words.join(" ")).toMatch(/wash .*the cups? of/);
    expect(words.at(-1)).not.toContain(name);
  });

  it("a pour that waits is stirred, and so are the cups behind it", () => {
    const pour = steps.find((s) => s.kind === "pour" && s.window)!;
    const words = meanwhile(plan, withDone(steps), pour, 300);
    expect(words[0]).toMatch(/^Stir .+ by hand now and then/);
    expect(words[1]).toMatch(/^Stir .+ once a minute/);
    const movement = { ...pour, kind: "draw" as const };
    expect(meanwhile(plan, withDone(steps), movement, 300)[0]).toMatch(/no knock/);
  });
});

describe("what is said of a step beside what to do", () => {
  it("every step says why, and the maker's own words stand with it", () => {
    const plan: Plan = { ...newPlan("Words", 1), stepWords: { "colour:p2": "rows, not across" } };
    const { instructions } = derive(plan);
    expect(instructions.get("colour:p2")?.own).toBe("rows, not across");
    for (const [, said] of instructions) expect(said.why.length).toBeGreaterThan(20);
    expect(instructions.get("lye:b1")?.own).toBe("");
  });
});
