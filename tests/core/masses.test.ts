import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { levelMm } from "../../src/core/mould/mould";
import { computeMasses } from "../../src/core/plan/masses";
import { newPlan } from "../../src/core/plan/newPlan";
import { arbitraryPlan } from "../support/arbitraryPlan";

const near = (a: number, b: number, scale: number) => expect(Math.abs(a - b)).toBeLessThan(1e-9 * Math.max(1, scale));

describe("masses", () => {
  it("close for any plan: portions make up the base, cups are the sum of their parts, nothing is lost on the way", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const masses = computeMasses(plan)!;
        const [batter] = masses.batters;
        near(batter.oilsG + batter.lyeG + batter.waterG + batter.additiveG, batter.plannedBaseG, batter.plannedBaseG);
        near(
          masses.portions.reduce((sum, p) => sum + p.baseG, 0),
          batter.baseG,
          batter.baseG,
        );
        for (const p of masses.portions) {
          near(p.baseG + p.colourG + p.carrierG + p.scentG + p.additiveG, p.finishedG, p.finishedG);
          near(p.pourG + p.keptBackG + p.lossG, p.finishedG, p.finishedG);
          const poured = plan.operations
            .filter((o) => o.portionId === p.id)
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
          batters: plan.batters.map((b) => ({ ...b, bowl: { tareG: null, grossG: null } })),
        };
        const [mould] = computeMasses(unweighed)!.moulds;
        near(mould.pouredG, mould.fillG, mould.fillG);
        near(mould.levelMm, (plan.moulds[0].heightMm * plan.moulds[0].fillPct) / 100, 100);
      }),
    );
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
    expect(levelMm({ lengthMm: 250, widthMm: 90, heightMm: 70 }, 1496.25, 1)).toBeCloseTo(66.5, 9);
  });
});
