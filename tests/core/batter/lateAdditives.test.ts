import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { between } from "../../support/between";

const withSalt = (plan: Plan, per100: number): Plan => ({
  ...plan,
  batters: [
    {
      ...plan.batters[0],
      additives: [{ id: "a9", kind: "salt", label: "sea salt", dose: { amount: per100, basis: "g/100g-oils" } }],
    },
  ],
});
const ofOils = (plan: Plan, oilsG: number): Plan => ({
  ...plan,
  batters: [{ ...plan.batters[0], size: { basis: "oils", oilsG } }],
});

describe("salt stirred into the coloured cups", () => {
  const plain = ofOils(newPlan("Salt", 1), 1000);
  const salty = withSalt(plain, 50);

  it("is no part of the bowl at the split: targets add up to what the bowl holds, salt or none", () => {
    const [without, withIt] = [computeMasses(plain)!, computeMasses(salty)!];
    expect(withIt.batters[0].plannedBaseG).toBeCloseTo(without.batters[0].plannedBaseG, 9);
    expect(withIt.batters[0].lateAdditiveG).toBeCloseTo(500, 9);
    withIt.portions.forEach((p, i) => {
      expect(p.baseG).toBeCloseTo(without.portions[i].baseG, 9);
    });
    expect(withIt.portions.reduce((sum, p) => sum + p.baseG, 0)).toBeCloseTo(withIt.batters[0].baseG, 9);
  });

  it("each cup gets its share of it, named in weigh-up, in its step, and counted in the finished cup", () => {
    const d = derive(salty);
    const parts = d.masses!.portions.map((p) => p.additives.find((a) => a.from === "batter")!.massG);
    expect(parts.reduce((a, b) => a + b, 0)).toBeCloseTo(500, 6);
    expect(parts.map((g) => Math.round(g))).toEqual([300, 100, 100]);
    const line = d.weighUp.find((i) => i.id === "additive:b1:a9")!;
    expect(line.detail).toBe("stir in by hand, after the colour: Moon 300 g, Ink 100 g, Brass 100 g");
    expect(d.instructions.get("colour:p2")!.detail).toContain("Then by hand: 100 g sea salt");
    expect(d.instructions.get("colour:p1")!.title).toBe("Stir into Moon");
  });

  it("a true reading of the bowl changes no colour and no scent", () => {
    const bowlG = computeMasses(salty)!.batters[0].plannedBaseG;
    const weighed: Plan = {
      ...salty,
      batters: [{ ...salty.batters[0], bowl: { tareG: 400, grossG: 400 + bowlG } }],
    };
    const [planned, read] = [computeMasses(salty)!, computeMasses(weighed)!];
    read.portions.forEach((p, i) => {
      expect(p.colourG).toBeCloseTo(planned.portions[i].colourG, 6);
      expect(p.additiveG).toBeCloseTo(planned.portions[i].additiveG, 6);
    });
    expect(derive(weighed).notices.filter((n) => n.field.endsWith("bowl.grossG"))).toEqual([]);
  });

  it("makes the cup denser: half a kilo of salt in 1 kg of oils takes 231 mL, not half a litre", () => {
    const [without, withIt] = [computeMasses(plain)!, computeMasses(salty)!];
    const ml = (m: typeof without) => m.portions.reduce((sum, p) => sum + p.finishedG / p.densityGPerMl, 0);
    expect(ml(withIt) - ml(without)).toBeCloseTo(500 / 2.16, 3);
  });

  it("fills the mould by volume, whatever the salt", () => {
    fc.assert(
      fc.property(arbitraryPlan, between(0, 100), (plan, per100) => {
        const full = withSalt(
          {
            ...plan,
            portions: plan.portions.map((p) => ({ ...p, pipingPct: 0, samplePct: 0 })),
            batters: plan.batters.map((b) => ({ ...b, bowl: { tareG: null, grossG: null } })),
          },
          per100,
        );
        const [mould] = computeMasses(full)!.moulds;
        expect(mould.levelMm).toBeCloseTo((plan.moulds[0].heightMm * plan.moulds[0].fillPct) / 100, 6);
      }),
    );
  });

  it("speeds the cups, not the pot", () => {
    const curveAt = (plan: Plan, id: string) =>
      derive(plan)
        .timeline!.curves.find((c) => c.id === id)!
        .points.at(-1)!.trace;
    const pot = (plan: Plan) => derive(plan).timeline!.steps.find((s) => s.id === "blend:b1")!.endTrace;
    expect(pot(salty)).toBeCloseTo(pot(plain), 9);
    expect(curveAt(salty, "p2")).toBeGreaterThan(curveAt(plain, "p2"));
  });

  it("little coconut under much salt is remarked on, much coconut is not", () => {
    const said = (plan: Plan) =>
      derive(plan)
        .notices.map((n) => n.message)
        .join(" ");
    expect(said(salty)).toMatch(/only coconut and its like lather/);
    const coconut: Plan = {
      ...salty,
      batters: [{ ...salty.batters[0], oils: [{ id: "l1", oilId: "coconut", sharePct: 100 }], superfatPct: 18 }],
    };
    expect(said(coconut)).not.toMatch(/lather/);
  });
});
