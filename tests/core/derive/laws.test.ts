import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { STAGES, stageName } from "../../../src/core/clock/stages";
import { plainBatter, plainScent } from "../../../src/core/document/newPlan";
import { FATTY_ACIDS, type FattyAcidProfile, sapFromProfile } from "../../../src/core/formula/fattyAcids";
import { formulaPerGram } from "../../../src/core/formula/formula";
import { OILS } from "../../../src/core/formula/oils";
import { statedWater, waterMassG } from "../../../src/core/formula/water";
import { compartmentCount, compartmentsOf } from "../../../src/core/mould/compartments";
import { levelMm, tiltedVolumeMl, volumeMl } from "../../../src/core/mould/mould";
import { classNear, SCENT_CLASS_IDS, SCENT_CLASSES, type ScentClassId } from "../../../src/core/scent/classes";
import { loadPctOfOils, scentEffect } from "../../../src/core/scent/effect";
import { judgeScent } from "../../../src/core/scent/evidence";
import { checkLimits, limitOf } from "../../../src/core/scent/limits";
import type { Scent } from "../../../src/core/scent/scentSchema";
import { readStretches, STRETCHES, stretchesOf } from "../../../src/core/swirl/stretches";
import { rateBase } from "../../../src/core/units/dose";
import { between } from "../../support/between";

const n = between;
const scentClass = fc.constantFrom(...SCENT_CLASS_IDS);
const near = (a: number, b: number, share = 1e-9) =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(share * Math.max(1, Math.abs(b)));

describe("a scent in a cup", () => {
  const blend = (classes: ScentClassId[], shares: number[], amount = 4.5): Scent => {
    const one = plainScent("S", classes[0], amount);
    return {
      ...one,
      parts: classes.map((c, i) => ({ ...plainScent(`S${i}`, c, amount).parts[0], id: `s${i}`, sharePct: shares[i] })),
    };
  };

  it("does nothing at no dose, and what its class says at the dose of the classes", () => {
    for (const c of SCENT_CLASSES) {
      expect(scentEffect(plainScent("S", c.id, 0), rateBase(0.7))).toMatchObject({
        jumpSteps: 0,
        rateFactor: 1,
        heatC: 0,
      });
      const full = scentEffect(plainScent("S", c.id, 4.5), rateBase(0.7));
      near(full.rateFactor, c.rateFactor);
      near(full.jumpSteps, c.jumpSteps);
      near(full.heatC, c.heatC);
    }
  });

  it("two doses multiply, jumps and heat add", () => {
    fc.assert(
      fc.property(scentClass, n(0, 4), n(0, 4), (c, a, b) => {
        const [one, two, both] = [a, b, a + b].map((amount) => scentEffect(plainScent("S", c, amount), rateBase(0.7)));
        near(both.rateFactor, one.rateFactor * two.rateFactor);
        near(both.jumpSteps, one.jumpSteps + two.jumpSteps);
        near(both.heatC, one.heatC + two.heatC);
      }),
    );
  });

  it("a blend of one thing with itself is that thing, and lies between its parts otherwise", () => {
    fc.assert(
      fc.property(scentClass, scentClass, n(1, 99), (a, b, share) => {
        near(
          scentEffect(blend([a, a], [share, 100 - share]), rateBase(0.7)).rateFactor,
          scentEffect(plainScent("S", a, 4.5), rateBase(0.7)).rateFactor,
        );
        const [low, high] = [a, b]
          .map((c) => scentEffect(plainScent("S", c, 4.5), rateBase(0.7)).rateFactor)
          .sort((x, y) => x - y);
        const mixed = scentEffect(blend([a, b], [share, 100 - share]), rateBase(0.7)).rateFactor;
        expect(mixed).toBeGreaterThanOrEqual(low - 1e-9);
        expect(mixed).toBeLessThanOrEqual(high + 1e-9);
      }),
    );
  });

  it("a load on the batter is more on the oils", () => {
    fc.assert(
      fc.property(n(0.1, 6), n(0.4, 0.9), (amount, oilsPerBaseG) => {
        const scent = { ...plainScent("S", "mild", amount), load: { amount, base: "batter" as const } };
        near(loadPctOfOils(scent, rateBase(oilsPerBaseG)) * oilsPerBaseG, amount);
      }),
    );
  });

  it("the nearest class of a class is itself", () => {
    for (const c of SCENT_CLASSES) expect(classNear(c.rateFactor).id).toBe(c.id);
  });

  it("the lower limit holds, whoever states it; parts add up to the whole", () => {
    fc.assert(
      fc.property(
        fc.option(n(0.1, 20)),
        fc.option(n(0.1, 20)),
        n(0, 60),
        n(500, 3000),
        (certificatePct, ownLimitPct, g, curedG) => {
          const { limitPct } = limitOf({ certificatePct, ownLimitPct });
          expect(limitPct).toBe(
            certificatePct === null
              ? ownLimitPct
              : ownLimitPct === null
                ? certificatePct
                : Math.min(certificatePct, ownLimitPct),
          );
          const scent = blend(["quiet", "mild", "strong"], [50, 30, 20]);
          const limited = { ...scent, parts: scent.parts.map((p) => ({ ...p, certificatePct, ownLimitPct })) };
          const checks = checkLimits(limited, g, curedG);
          near(
            checks.reduce((sum, c) => sum + c.sharePct, 0),
            (100 * g) / curedG,
          );
          for (const c of checks) expect(c.isOver).toBe(limitPct !== null && c.sharePct > limitPct + 1e-9);
        },
      ),
    );
  });
});

describe("evidence of a scent", () => {
  const reports = fc.array(scentClass, { maxLength: 5 });
  const judged = (supplier: ScentClassId[], others: ScentClassId[], own: ScentClassId[]) => {
    const list = (classes: ScentClassId[]) =>
      classes.map((c, i) => ({ id: `r${i}`, class: c, rices: false, seizes: false, note: "" }));
    return judgeScent({ evidence: { supplier: list(supplier), others: list(others), own: list(own) }, measured: null });
  };

  it("what is used lies inside what was said, and any word makes it surer than none", () => {
    fc.assert(
      fc.property(reports, reports, reports, (supplier, others, own) => {
        const { used, lines } = judged(supplier, others, own);
        const said = [...supplier, ...others, ...own].map((c) => SCENT_CLASSES.find((x) => x.id === c)!.rateFactor);
        expect(lines.map((l) => l.count)).toEqual([supplier.length, others.length, own.length]);
        if (said.length === 0) return;
        expect(used.rateFactor).toBeGreaterThanOrEqual(Math.min(...said) - 1e-9);
        expect(used.rateFactor).toBeLessThanOrEqual(Math.max(...said) + 1e-9);
        expect(used.sdLog).toBeLessThanOrEqual(0.7 + 1e-9);
      }),
    );
  });

  it("another report of the same kind and class moves towards it and never makes less sure", () => {
    fc.assert(
      fc.property(fc.constantFrom(0, 1, 2), reports, reports, reports, scentClass, (kind, a, b, c, more) => {
        const lists = [a, b, c];
        const before = judged(lists[0], lists[1], lists[2]);
        const longer = lists.map((l, i) => (i === kind ? [...l, more] : l));
        const after = judged(longer[0], longer[1], longer[2]);
        if (a.length + b.length + c.length > 0) expect(after.used.sdLog).toBeLessThanOrEqual(before.used.sdLog + 1e-9);
        expect(after.why.length).toBeGreaterThan(10);
      }),
    );
  });
});

describe("moulds", () => {
  it("a fill and its level belong together", () => {
    fc.assert(
      fc.property(n(50, 900), n(30, 400), n(20, 200), n(5, 100), (lengthMm, widthMm, heightMm, fillPct) => {
        const mould = { lengthMm, widthMm, heightMm };
        near(levelMm(mould, (volumeMl(mould) * fillPct) / 100), (heightMm * fillPct) / 100, 1e-9);
      }),
    );
  });

  it("a tilted mould holds all when level, less the steeper it stands, and a triangle of it on end", () => {
    fc.assert(
      fc.property(
        n(50, 900),
        n(30, 400),
        n(20, 200),
        n(0, 80),
        n(0.1, 8),
        (lengthMm, widthMm, heightMm, angle, more) => {
          const mould = { lengthMm, widthMm, heightMm };
          near(tiltedVolumeMl(mould, 0), volumeMl(mould));
          expect(tiltedVolumeMl(mould, angle + more)).toBeLessThan(tiltedVolumeMl(mould, angle));
          // The surface meets the low rim: at the angle of the diagonal exactly half is left.
          const diagonal = (Math.atan(heightMm / widthMm) * 180) / Math.PI;
          near(tiltedVolumeMl(mould, diagonal), volumeMl(mould) / 2, 1e-6);
        },
      ),
    );
  });

  it("plates and clear widths take up the whole width, and compartments hold what lies between", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), n(0.5, 4), fc.boolean(), (count, thicknessMm, isClosedSet) => {
        const dividers = { count, thicknessMm, isClosedSet, widthsMm: null };
        const c = compartmentsOf({ lengthMm: 250, widthMm: 120, heightMm: 70, dividers })!;
        expect(c.widthsMm).toHaveLength(compartmentCount(dividers));
        near(c.widthsMm.reduce((a, b) => a + b, 0) + count * thicknessMm, 120);
        near(
          c.volumesMl(60).reduce((a, b) => a + b, 0),
          ((120 - count * thicknessMm) * c.lengthMm * 60) / 1000,
        );
      }),
    );
  });
});

describe("formulas", () => {
  it("the water of a formula is the same in each of the three ways", () => {
    fc.assert(
      fc.property(n(10, 400), n(200, 3000), n(22, 50), (lyeG, oilsG, concentration) => {
        const waterG = waterMassG("concentration", concentration, lyeG, oilsG);
        const stated = statedWater(waterG, lyeG, oilsG);
        for (const method of ["concentration", "ratio", "percentOfOils"] as const)
          near(waterMassG(method, stated[method], lyeG, oilsG), waterG, 1e-9);
      }),
    );
  });

  it("shorter acids take more alkali; what takes none lowers it in proportion", () => {
    const only = (acid: (typeof FATTY_ACIDS)[number]): FattyAcidProfile => ({ [acid]: 100 });
    expect(sapFromProfile(only("lauric"))).toBeGreaterThan(sapFromProfile(only("palmitic")));
    expect(sapFromProfile(only("palmitic"))).toBeGreaterThan(sapFromProfile(only("behenic")));
    fc.assert(
      fc.property(fc.constantFrom(...FATTY_ACIDS), n(0, 50), (acid, pct) => {
        near(sapFromProfile(only(acid), pct), sapFromProfile(only(acid)) * (1 - pct / 100));
      }),
    );
  });

  it("doubling every share changes nothing; a higher superfat is less lye; all of it is the sum of its parts", () => {
    const lines = fc.uniqueArray(fc.record({ oilId: fc.constantFrom(...OILS.map((o) => o.id)), weight: n(1, 40) }), {
      minLength: 1,
      maxLength: 5,
      selector: (o) => o.oilId,
    });
    fc.assert(
      fc.property(lines, n(3, 15), (oils, superfatPct) => {
        const of = (factor: number, superfat: number) =>
          formulaPerGram({
            ...plainBatter("b", "", 32),
            superfatPct: superfat,
            oils: oils.map((o, i) => ({ id: `l${i}`, oilId: o.oilId, sharePct: o.weight * factor })),
          })!;
        const one = of(1, superfatPct);
        near(of(2, superfatPct).lyeG, one.lyeG);
        expect(of(1, superfatPct + 2).lyeG).toBeLessThan(one.lyeG);
        near(one.baseG, 1 + one.lyeG + one.waterG + one.liquidG + one.additiveG);
        near(one.lyeG, one.naohG + one.kohG);
      }),
    );
  });
});

describe("stages and stretches", () => {
  it("every stage is called by its name at its index, and further on never by an earlier one", () => {
    for (const s of STAGES) expect(stageName(s.trace)).toBe(s.name);
    const names: string[] = STAGES.map((s) => s.name);
    let last = 0;
    for (let trace = 0.5; trace <= 6; trace += 0.05) {
      const now = names.indexOf(stageName(trace));
      expect(now).toBeGreaterThanOrEqual(last);
      last = now;
    }
    expect(stageName(0)).toBe("unmixed");
  });

  it("what runs straight along the loaf is read exactly, and is held at the ends", () => {
    const table = stretchesOf((share) => 3 + 7 * share);
    fc.assert(
      fc.property(n(-50, 400), (x) => {
        near(readStretches(table, x, 250), 3 + (7 * Math.min(250, Math.max(0, x))) / 250);
      }),
    );
    expect(table).toHaveLength(STRETCHES + 2);
    expect(readStretches(table, 250, 250)).toBe(10);
  });
});
