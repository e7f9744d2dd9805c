import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sapFromProfile } from "../../src/core/formula/fattyAcids";
import { effectiveSuperfatPct, formulaPerGram } from "../../src/core/formula/formula";
import { OILS, sapKoh, sapNaoh } from "../../src/core/formula/oils";
import { statedWater, waterMassG } from "../../src/core/formula/water";

const olive = (superfatPct: number, purity = 100) => ({
  oils: [{ id: "l1", oilId: "olive", sharePct: 100 }],
  superfatPct,
  lyePurityPct: purity,
  water: { method: "concentration" as const, value: 33 },
});

describe("oils", () => {
  it.each(OILS.map((o) => [o.name, o] as const))("%s: SAP agrees with its fatty-acid profile", (_name, oil) => {
    const fromProfile = sapFromProfile(oil.profile, oil.unsaponifiablePct);
    expect(fromProfile).toBeGreaterThan(oil.sapKohRange[0] * 0.985);
    expect(fromProfile).toBeLessThan(oil.sapKohRange[1] * 1.015);
    expect(Math.abs(fromProfile / sapKoh(oil) - 1)).toBeLessThan(0.045);
    const total = Object.values(oil.profile).reduce((a, b) => a + b, 0);
    expect(total).toBeGreaterThan(93);
    expect(total).toBeLessThan(103);
  });

  it("triolein takes 190 mg KOH per g", () => {
    expect(sapFromProfile({ oleic: 100 })).toBeCloseTo(190.1, 0);
  });

  it("have ids of their own", () => {
    expect(new Set(OILS.map((o) => o.id)).size).toBe(OILS.length);
  });
});

describe("lye", () => {
  it("1000 g of olive oil at SAP 190 take 135.4 g of NaOH, 128.7 g at 5 % superfat", () => {
    expect(sapKoh(OILS.find((o) => o.id === "olive")!)).toBe(190);
    expect(formulaPerGram(olive(0))!.lyeG * 1000).toBeCloseTo(135.45, 1);
    expect(formulaPerGram(olive(5))!.lyeG * 1000).toBeCloseTo(128.68, 1);
  });

  it("impure lye is weighed heavier", () => {
    expect(formulaPerGram(olive(5, 97))!.lyeG).toBeCloseTo(formulaPerGram(olive(5))!.lyeG / 0.97, 10);
  });

  it("dispersion oil raises the effective superfat: 30 g per kg take 5 % to about 7.7 %", () => {
    const demand = 1000 * sapNaoh(OILS.find((o) => o.id === "olive")!);
    const carrier = sapNaoh(OILS.find((o) => o.id === "sunflower")!);
    expect(effectiveSuperfatPct(demand * 0.95, demand, 30, carrier)).toBeCloseTo(7.77, 1);
    expect(effectiveSuperfatPct(demand * 0.95, demand, 0, carrier)).toBeCloseTo(5, 9);
  });

  it("shares that do not close are used as parts of their sum", () => {
    const halves = { ...olive(5), oils: [{ id: "l1", oilId: "olive", sharePct: 40 }] };
    expect(formulaPerGram(halves)!.lyeG).toBeCloseTo(formulaPerGram(olive(5))!.lyeG, 12);
  });

  it("says nothing where there is no oil, or one that is not known", () => {
    expect(formulaPerGram({ ...olive(5), oils: [] })).toBeNull();
    expect(formulaPerGram({ ...olive(5), oils: [{ id: "l1", oilId: "unheard", sharePct: 100 }] })).toBeNull();
  });

  it("castor counts for speed only above 8 %", () => {
    const withCastor = (pct: number) =>
      formulaPerGram({
        ...olive(5),
        oils: [
          { id: "l1", oilId: "palm", sharePct: 100 - pct },
          { id: "l2", oilId: "castor", sharePct: pct },
        ],
      })!.paceOffset;
    expect(withCastor(8)).toBeCloseTo(0, 12);
    expect(withCastor(18)).toBeCloseTo(0.3, 12);
  });
});

describe("water", () => {
  it("33 % lye is about 2.03 parts of water to one of lye", () => {
    expect(waterMassG("concentration", 33, 100, 700)).toBeCloseTo(203.03, 2);
  });

  it("the three ways convert into each other", () => {
    const mass = fc.double({ min: 1, max: 1000, noNaN: true });
    fc.assert(
      fc.property(mass, mass, mass, (water, lye, oils) => {
        const stated = statedWater(water, lye, oils);
        for (const method of ["concentration", "ratio", "percentOfOils"] as const) {
          expect(waterMassG(method, stated[method], lye, oils)).toBeCloseTo(water, 6);
        }
      }),
    );
  });
});
