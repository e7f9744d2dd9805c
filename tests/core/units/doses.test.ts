import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { dosedDensity } from "../../../src/core/colour/mix";
import { derive } from "../../../src/core/derive/derive";
import { newPlan, plainColourant, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { METRIC, saySpoons } from "../../../src/core/units/quantities";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const mica = plainColourant("c1", "Ink", "mica", "#24475a");
const withInk = (change: Partial<typeof mica>): Plan => {
  const plan = newPlan("Dose", 1);
  return {
    ...plan,
    portions: plan.portions.map((p) => (p.id === "p2" ? { ...p, colourants: [{ ...mica, ...change }] } : p)),
  };
};
const inkOf = (plan: Plan) => computeMasses(plan)!.portions.find((p) => p.id === "p2")!.colourants[0];

describe("doses in all", () => {
  it("half a gram in this cup is half a gram, whatever the size of the mould", () => {
    const plan = withInk({ dose: { amount: 0.5, basis: "g" } });
    expect(inkOf(plan).powderG).toBeCloseTo(0.5, 9);
    const larger = { ...plan, moulds: [{ ...plan.moulds[0], lengthMm: 500 }] };
    expect(inkOf(larger).powderG).toBeCloseTo(0.5, 9);
    expect(inkOf(larger).gPer100gOils).toBeCloseTo(inkOf(plan).gPer100gOils / 2, 3);
  });

  it("a quarter teaspoon, two own scoops, fifty drops and an ounce come to their grams", () => {
    const grams = (amount: number, basis: "tsp" | "scoop" | "drop" | "oz") =>
      inkOf(withInk({ dose: { amount, basis } })).powderG;
    expect(grams(0.25, "tsp")).toBeCloseTo(0.25 * 4.92892 * 0.5, 6);
    expect(grams(2, "scoop")).toBeCloseTo(2 * 0.15 * 0.5, 6);
    expect(grams(50, "drop")).toBeCloseTo((50 / 20) * 0.5, 6);
    expect(grams(0.1, "oz")).toBeCloseTo(2.8349523, 5);
  });

  it("a metric spoon holds 5 mL where the batch says so", () => {
    const plan = {
      ...withInk({ dose: { amount: 1, basis: "tsp" } }),
      measures: { spoons: "metric" as const, scoopMl: 0.15 },
    };
    expect(inkOf(plan).powderG).toBeCloseTo(2.5, 9);
  });

  it("the mould is filled all the same", () => {
    fc.assert(
      fc.property(between(0, 250), between(0, 60), (additiveG, scentG) => {
        const plan = newPlan("Dose", 1);
        const whole: Plan = {
          ...plan,
          batters: [
            {
              ...plan.batters[0],
              additives: [{ id: "a1", kind: "oatmeal", label: "", dose: { amount: additiveG, basis: "g" } }],
            },
          ],
          portions: plan.portions.map((p) =>
            p.id === "p3"
              ? { ...p, scent: { ...plainScent("S", "quiet", 3), load: { amount: scentG, base: "g" } } }
              : p,
          ),
        };
        const masses = computeMasses(whole)!;
        expect(masses.moulds[0].levelMm).toBeCloseTo(66.5, 4);
        expect(masses.batters[0].additives[0].massG).toBeCloseTo(additiveG, 6);
        expect(masses.portions[2].scentG).toBeCloseTo(scentG, 6);
      }),
      { numRuns: tries(40) },
    );
  });

  it("more in all than the mould holds still gives figures, none of them endless", () => {
    const plan = newPlan("Dose", 1);
    const absurd: Plan = {
      ...plan,
      batters: [
        {
          ...plan.batters[0],
          additives: [{ id: "a1", kind: "oatmeal", label: "", dose: { amount: 50_000, basis: "g" } }],
        },
      ],
    };
    const masses = computeMasses(absurd)!;
    expect(Number.isFinite(masses.moulds[0].levelMm)).toBe(true);
    expect(derive(absurd).notices.some((n) => n.level !== "hint")).toBe(true);
  });

  it("a scent of 1.6 oz in a cup says what load that is", () => {
    const plan = newPlan("Dose", 1);
    const scented: Plan = {
      ...plan,
      portions: plan.portions.map((p) =>
        p.id === "p2" ? { ...p, scent: { ...plainScent("S", "quiet", 3), load: { amount: 1.6, base: "oz" } } } : p,
      ),
    };
    expect(computeMasses(scented)!.portions[1].scentG).toBeCloseTo(1.6 * 28.349523, 4);
    expect(
      derive(scented)
        .notices.map((n) => n.message)
        .join(),
    ).toMatch(/of oils is a high load/);
  });
});

describe("a stock dispersion's spoon", () => {
  it("is one figure: a teaspoon per pound of oils is printed as a teaspoon for a cup with a pound of oils", () => {
    const stock = { dose: { amount: 1, basis: "tsp/lb-oils" as const }, isDispersion: true };
    for (const kind of ["mica", "oxide", "titanium-dioxide", "charcoal"] as const) {
      const c = { ...plainColourant("c1", kind, kind, "#888888"), ...stock };
      const plan = withInk(c);
      const cup = computeMasses(plan)!.portions[1];
      const line = derive(plan).weighUp.find((i) => i.id === "colour:p2:c1")!;
      const spoons = line.massG! / line.spoonDensityGPerMl! / 4.92892;
      expect(spoons).toBeCloseTo(cup.dose.oilsG! / 453.59237, 9);
      const pound = (453.59237 / cup.dose.oilsG!) * line.massG!;
      expect(saySpoons(pound, dosedDensity(c), METRIC)).toBe("1 tsp");
    }
  });

  it("weighs what grains and oil weigh together: 1 : 3 of titanium dioxide in oil is about 1.14 g/mL", () => {
    const c = { ...plainColourant("c1", "White", "titanium-dioxide", "#ffffff"), isDispersion: true };
    expect(dosedDensity(c)).toBeCloseTo(4 / (1 / 4.2 + 3 / 0.92), 9);
    expect(dosedDensity({ ...c, isDispersion: false })).toBe(c.bulkDensityGPerMl);
    expect(dosedDensity({ ...c, carrier: { kind: "none", gPerG: 3 } })).toBe(c.bulkDensityGPerMl);
  });
});
