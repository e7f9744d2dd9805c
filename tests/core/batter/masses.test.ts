import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses, curedMassG, waterInCupG } from "../../../src/core/batter/masses";
import { newPlan, plainBatter, plainPortion } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { levelMm } from "../../../src/core/mould/mould";
import { portionOf } from "../../../src/core/techniques/operations/registry";
import { arbitraryPlan, byRateOnly } from "../../support/arbitraryPlan";
import { between } from "../../support/between";

const near = (a: number, b: number, scale: number) => expect(Math.abs(a - b)).toBeLessThan(1e-9 * Math.max(1, scale));

describe("masses", () => {
  it("close for any plan: portions make up the base, cups are the sum of their parts, nothing is lost on the way", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const masses = computeMasses(plan)!;
        const [batter] = masses.batters;
        const parts = [batter.oilsG, batter.lyeG, batter.waterG, batter.liquidG, batter.additiveG, batter.scentG];
        near(
          parts.reduce((a, b) => a + b, 0),
          batter.plannedBaseG,
          batter.plannedBaseG,
        );
        near(
          masses.portions.reduce((sum, p) => sum + p.baseG, 0),
          batter.baseG,
          batter.baseG,
        );
        for (const p of masses.portions) {
          const cup = p.baseG + p.colourG + p.carrierG + p.carrierWaterG + p.scentG + p.additiveG;
          near(cup, p.finishedG, p.finishedG);
          near(p.pourG + p.keptBackG + p.pipingG + p.sampleG + p.lossG, p.finishedG, p.finishedG);
          const poured = plan.operations
            .filter((o) => portionOf(o) === p.id)
            .reduce((sum, o) => sum + masses.operationG.get(o.id)!, 0);
          near(poured, p.pourG + p.keptBackG, p.finishedG);
        }
      }),
    );
  });

  it("fill the mould exactly when nothing was weighed otherwise and everything is poured", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const unweighed = {
          ...plan,
          portions: plan.portions.map((p) => ({ ...p, pipingPct: 0, samplePct: 0 })),
          batters: plan.batters.map((b) => ({ ...b, bowl: { tareG: null, grossG: null } })),
        };
        const [mould] = computeMasses(unweighed)!.moulds;
        near(mould.pouredG, mould.fillG, mould.fillG);
        expect(mould.levelMm).toBeCloseTo((plan.moulds[0].heightMm * plan.moulds[0].fillPct) / 100, 5);
      }),
    );
  });

  it("scale linearly: twice the oils, twice of everything", () => {
    fc.assert(
      fc.property(arbitraryPlan, between(200, 5000), (plan, oilsG) => {
        // Doses in all stay what they are.
        const rates = byRateOnly(plan);
        const of = (g: number) =>
          computeMasses({
            ...rates,
            batters: [{ ...rates.batters[0], size: { basis: "oils", oilsG: g }, bowl: { tareG: null, grossG: null } }],
          })!;
        const [one, two] = [of(oilsG), of(2 * oilsG)];
        near(2 * one.batters[0].plannedBaseG, two.batters[0].plannedBaseG, 1e5);
        near(2 * one.batters[0].lyeG, two.batters[0].lyeG, 1e5);
        for (const [i, p] of one.portions.entries()) near(2 * p.finishedG, two.portions[i].finishedG, 1e5);
        near(one.batters[0].effectiveSuperfatPct, two.batters[0].effectiveSuperfatPct, 100);
      }),
    );
  });

  it("an order of 40 bars of 120 g cured comes out at 4800 g: dry mass and 10 % of residual water, losses and keep-backs apart", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const ordered: Plan = {
          ...plan,
          toolLossPct: 0,
          portions: plan.portions.map((p) => ({ ...p, pipingPct: 0, samplePct: 0, colourants: [] })),
          batters: [
            {
              ...plan.batters[0],
              size: { basis: "order", bars: 40, curedBarG: 120, dueOn: null },
              bowl: { tareG: null, grossG: null },
            },
          ],
        };
        const masses = computeMasses(ordered)!;
        const cured = masses.portions.reduce(
          (sum, p) => sum + curedMassG(p.finishedG, waterInCupG(p, masses.batters[0]), ordered.residualWaterPct),
          0,
        );
        expect(Math.abs(cured - 4800)).toBeLessThan(0.1);
      }),
    );
  });

  it("two batters each split their own base, and together fill the mould", () => {
    const plan = newPlan("Two pots", 1);
    const two: Plan = {
      ...plan,
      batters: [
        { ...plan.batters[0], size: { basis: "mould", sharePct: 80 } },
        { ...plainBatter("b2", "Outline", 32), size: { basis: "mould", sharePct: 20 } },
      ],
      portions: [...plan.portions, { ...plainPortion("p9", "b2", "Line", 0), takesRest: true }],
    };
    const masses = computeMasses(two)!;
    expect(masses.portions[3].baseG).toBeCloseTo(masses.batters[1].baseG, 9);
    const into = masses.portions.reduce((sum, p) => sum + p.pourG, 0);
    expect(into).toBeCloseTo(masses.moulds[0].fillG, 6);
  });

  it("the weighed bowl sets the targets; a tare alone changes nothing, and is never taken for 0", () => {
    const plan = newPlan("Bowl", 1);
    const weighed = (tareG: number | null, grossG: number | null) =>
      computeMasses({ ...plan, batters: [{ ...plan.batters[0], bowl: { tareG, grossG } }] })!;
    expect(weighed(412, 1884).batters[0].baseG).toBe(1472);
    expect(weighed(412, 1884).portions.find((p) => p.id === "p2")!.baseG).toBeCloseTo(294.4, 9);
    expect(weighed(null, 1884).batters[0].measuredBaseG).toBeNull();
    expect(weighed(412, null).batters[0].measuredBaseG).toBeNull();
    expect(weighed(412, 300).batters[0].measuredBaseG).toBeNull();
  });

  it("a loaf of 250 x 90 x 70 mm filled to 95 % holds 1496 g at 1 g/mL", () => {
    const masses = computeMasses(newPlan("Loaf", 1))!;
    expect(masses.moulds[0].fillG).toBeCloseTo(1496.25, 6);
    expect(levelMm({ lengthMm: 250, widthMm: 90 }, 1496.25)).toBeCloseTo(66.5, 9);
  });
});
