import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { AdditiveId } from "../../../src/core/formula/additives";
import { profileTotal, sapFromProfile } from "../../../src/core/formula/fattyAcids";
import { effectiveSuperfatPct, formulaPerGram } from "../../../src/core/formula/formula";
import type { FormulaFields } from "../../../src/core/formula/formulaSchema";
import { oilSchema } from "../../../src/core/formula/oilSchema";
import { OILS, sapKoh, sapNaoh, sapUsed } from "../../../src/core/formula/oils";
import { statedWater, waterMassG } from "../../../src/core/formula/water";
import { between } from "../../support/between";
import { liquid } from "../../support/liquids";

const olive = (superfatPct: number, purity = 100) => ({
  oils: [{ id: "l1", oilId: "olive", sharePct: 100 }],
  superfatPct,
  lye: { purityPct: purity, kohSharePct: 0, kohPurityPct: 90, coversAcids: true },
  water: { method: "concentration" as const, value: 33 },
  iceSharePct: 0,
  liquids: [] as FormulaFields["liquids"],
  additives: [] as FormulaFields["additives"],
});
const additive = (kind: AdditiveId, amount: number): FormulaFields["additives"] => [
  { id: "a1", kind, label: "", dose: { amount, basis: "g/100g-oils" } },
];

describe("oils", () => {
  it.each(OILS.map((o) => [o.name, o] as const))("%s: SAP agrees with its fatty-acid profile", (_name, oil) => {
    const fromProfile = sapFromProfile(oil.profile, oil.unsaponifiablePct, oil.kind);
    expect(fromProfile).toBeGreaterThan(oil.sapKohLow * 0.985);
    expect(fromProfile).toBeLessThan(oil.sapKohHigh * 1.015);
    // What is counted with leaves no lye over: hardly above what the acids take, nor far above the low end of a wide range.
    if (oil.kind !== "wax") {
      expect(sapKoh(oil)).toBeLessThanOrEqual(fromProfile * 1.02 + 1e-9);
      expect(sapKoh(oil)).toBeGreaterThan(fromProfile * 0.95);
    }
    expect(sapKoh(oil)).toBeLessThanOrEqual(oil.sapKohLow * 1.0421);
    expect(oil.source.length).toBeGreaterThan(10);
    expect(profileTotal(oil.profile)).toBeGreaterThan(92);
    expect(profileTotal(oil.profile)).toBeLessThan(102);
    expect(oilSchema.safeParse(oil).success).toBe(true);
  });

  it.each([
    ["avocado", 182.3],
    ["palmkernel", 236.9],
    ["mustard", 173],
    ["beeswax", 89.6],
    ["tamanu", 187.5],
    ["cupuacu", 181.3],
    ["coffee", 180.25],
    ["sal", 180.25],
    ["blackcumin", 189.5],
    ["baobab", 191.6],
    ["illipe", 189.5],
    ["babassu", 249.9],
    ["coconut", 256.5],
  ] as const)("%s counts with %f mg KOH per g", (id, used) => {
    const oil = OILS.find((o) => o.id === id)!;
    expect(sapKoh(oil)).toBeCloseTo(used, 1);
    expect(sapUsed(oil).why === null).toBe(id === "coconut");
  });

  it("triolein takes 190 mg KOH per g", () => {
    expect(sapFromProfile({ oleic: 100 })).toBeCloseTo(190.1, 0);
  });

  it("are about sixty or more", () => {
    expect(OILS.length).toBeGreaterThanOrEqual(60);
  });

  it.each([
    ["a SAP that its acids contradict", { sapKohLow: 250, sapKohHigh: 260 }, /imply a SAP of about 19\d/],
    ["a profile of 140 %", { profile: { oleic: 140 } }, /must be from 0 to 100/],
    ["acids that add up to 130 %", { profile: { oleic: 70, palmitic: 60 } }, /adds up to 130 %/],
    ["a range that ends below its start", { sapKohLow: 195, sapKohHigh: 180 }, /must not be below/],
    ["a density of lead", { densityGPerMl: 11 }, /must be from 0.8/],
  ])("%s is refused", (_name, change, message) => {
    const read = oilSchema.safeParse({ ...OILS.find((o) => o.id === "olive")!, ...change });
    expect(read.success).toBe(false);
    expect(read.error!.issues[0].message).toMatch(message);
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
    expect(effectiveSuperfatPct(demand * 0.95, demand, 30 * carrier)).toBeCloseTo(7.77, 1);
    expect(effectiveSuperfatPct(demand * 0.95, demand)).toBeCloseTo(5, 9);
  });

  it("half of the alkali as KOH of 90 %: 67.7 g NaOH and 105.6 g KOH for 1000 g of olive oil", () => {
    const half = formulaPerGram({ ...olive(0), lye: { ...olive(0).lye, kohSharePct: 50 } })!;
    expect(half.naohG * 1000).toBeCloseTo(67.73, 1);
    expect(half.kohG * 1000).toBeCloseTo((0.5 * 190) / 0.9, 1);
  });

  it("10 g of citric acid take 6.25 g of NaOH: added to the lye, or off the superfat", () => {
    const covered = formulaPerGram({ ...olive(5), additives: additive("citric-acid", 1) })!;
    expect((covered.lyeG - formulaPerGram(olive(5))!.lyeG) * 1000).toBeCloseTo(6.246, 2);
    const at = (f: typeof covered) => effectiveSuperfatPct(f.pureAlkaliG, f.fullAlkaliG, 0, f.acidAlkaliG);
    expect(at(covered)).toBeCloseTo(5, 6);
    const bare = formulaPerGram({
      ...olive(5),
      lye: { ...olive(5).lye, coversAcids: false },
      additives: additive("citric-acid", 1),
    })!;
    expect(at(bare)).toBeCloseTo(5 + (100 * 6.246) / 135.45, 1);
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

describe("milk and ice", () => {
  it("a third of the water as ice is part of it", () => {
    const f = formulaPerGram({ ...olive(5), iceSharePct: 100 / 3 })!;
    expect(f.iceG).toBeCloseTo(f.waterG / 3, 9);
    expect(f.waterG).toBeCloseTo(formulaPerGram(olive(5))!.waterG, 9);
  });

  it("goat milk for all of the liquid: 87 % of it is the water that the lye needs, 4 % is fat", () => {
    const plain = formulaPerGram(olive(5))!;
    const f = formulaPerGram({ ...olive(5), liquids: [liquid("goat", 100, "frozen-in-lye")] })!;
    expect(f.liquidG).toBeCloseTo(plain.waterG / 0.87, 9);
    expect(f.waterG).toBeCloseTo(0, 9);
    expect(f.lyeConcentrationPct).toBeCloseTo(33, 9);
    expect(f.liquids[0].fatG).toBeCloseTo(0.04 * f.liquidG, 9);
    const superfat = effectiveSuperfatPct(f.pureAlkaliG, f.fullAlkaliG, f.otherFatAlkaliG);
    expect(superfat).toBeGreaterThan(6);
    expect(superfat).toBeLessThan(7);
  });

  it("milk at emulsion leaves the lye in the plain water alone: strong, and said so", () => {
    const f = formulaPerGram({ ...olive(5), liquids: [liquid("cow", 50, "at-emulsion")] })!;
    expect(f.solutionPct).toBeCloseTo((100 * f.lyeG) / (f.lyeG + f.waterG), 9);
    expect(f.solutionPct).toBeGreaterThan(45);
  });

  it("water in vinegar and sodium lactate counts", () => {
    const f = formulaPerGram({ ...olive(5), additives: additive("vinegar", 15) })!;
    expect(f.allWaterG).toBeCloseTo(f.waterG + 0.15 * 0.95, 9);
    expect(f.lyeConcentrationPct).toBeCloseTo(33, 6);
  });
});

describe("water", () => {
  it("33 % lye is about 2.03 parts of water to one of lye", () => {
    expect(waterMassG("concentration", 33, 100, 700)).toBeCloseTo(203.03, 2);
  });

  it("the three ways convert into each other", () => {
    const mass = between(1, 1000);
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
