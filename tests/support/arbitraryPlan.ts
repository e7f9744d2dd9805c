import fc from "fast-check";
import { COLOURANT_KIND_IDS } from "../../src/core/colour/kinds";
import { withUniqueLines } from "../../src/core/document/ids";
import { newPlan, plainPart } from "../../src/core/document/newPlan";
import type { Operation, Plan, Portion } from "../../src/core/document/schema";
import { ADDITIVE_IDS } from "../../src/core/formula/additives";
import { LIQUID_IDS, liquidRow } from "../../src/core/formula/liquids";
import { OILS } from "../../src/core/formula/oils";
import { SCENT_CLASS_IDS } from "../../src/core/scent/classes";
import type { Scent } from "../../src/core/scent/scentSchema";
import { DOSE_BASIS_IDS, type DoseBasis, isWhole } from "../../src/core/units/dose";
import { between } from "./between";

const number = between;
const words = fc.string({ minLength: 1, maxLength: 20 }).map((s) => `n${s.replace(/(?![\t\n\r])\p{Cc}|\p{Cs}/gu, "")}`);

const scent: fc.Arbitrary<Scent | null> = fc.option(
  fc
    .record({
      name: words,
      classes: fc.array(fc.constantFrom(...SCENT_CLASS_IDS), { minLength: 1, maxLength: 3 }),
      amount: number(0, 6),
      base: fc.constantFrom("oils", "batter"),
    })
    .map((s) => ({
      libraryId: null,
      name: s.name,
      load: { amount: s.amount, base: s.base as "oils" },
      parts: s.classes.map((c, i) => ({
        ...plainPart(`s${i}`, `${s.name.slice(0, 20)}${i}`, c),
        sharePct: 100 / s.classes.length,
      })),
    })),
);
const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`);
const dose = fc.record({ amount: number(0, 3), basis: fc.constantFrom(...DOSE_BASIS_IDS) });
const colourants = fc.array(
  fc.record({
    libraryId: fc.constant(null),
    name: words,
    kind: fc.constantFrom(...COLOURANT_KIND_IDS),
    dose,
    isDispersion: fc.boolean(),
    carrier: fc.record({ kind: fc.constantFrom("oil", "water", "none"), gPerG: number(0, 4) }),
    bulkDensityGPerMl: number(0.2, 1.5),
    patches: fc.array(fc.record({ gPer100gOils: number(0.05, 4), fresh: hex, nextDay: hex, cured: hex }), {
      minLength: 1,
      maxLength: 3,
    }),
  }),
  { maxLength: 2 },
);
const additives = fc.array(
  fc.record({
    kind: fc.constantFrom(...ADDITIVE_IDS),
    label: words,
    dose: fc.record({ amount: number(0, 2), basis: fc.constantFrom(...DOSE_BASIS_IDS) }),
  }),
  { maxLength: 2 },
);
const portion = fc.record({
  name: words,
  weight: number(0.5, 3),
  keptBackPct: number(0, 30),
  pipingPct: number(0, 10),
  samplePct: number(0, 5),
  scent,
  colourants,
  additives,
});
const liquids = fc.array(
  fc.record({
    kind: fc.constantFrom(...LIQUID_IDS),
    label: fc.constant(""),
    sharePct: number(0, 50),
    when: fc.constantFrom("with-lye", "frozen-in-lye", "at-emulsion"),
  }),
  { maxLength: 2 },
);

/** The same plan with every dose in all as the same number of grams per 100 g of oils. */
export function byRateOnly(plan: Plan): Plan {
  const dose = <T extends { dose: { amount: number; basis: DoseBasis } }>(x: T): T =>
    isWhole(x.dose.basis) ? { ...x, dose: { amount: Math.min(3, x.dose.amount), basis: "g/100g-oils" } } : x;
  return {
    ...plan,
    batters: plan.batters.map((b) => ({ ...b, additives: b.additives.map(dose) })),
    portions: plan.portions.map((p) => ({
      ...p,
      colourants: p.colourants.map(dose),
      additives: p.additives.map(dose),
    })),
  };
}

/** Plans whose shares close and whose pours use every cup and every kept-back part up. */
export const arbitraryPlan: fc.Arbitrary<Plan> = fc
  .record({
    title: words,
    oils: fc.uniqueArray(fc.record({ oilId: fc.constantFrom(...OILS.map((o) => o.id)), weight: number(0.2, 3) }), {
      minLength: 1,
      maxLength: 6,
      selector: (o) => o.oilId,
    }),
    superfatPct: number(3, 15),
    concentration: number(26, 42),
    startTemperatureC: number(25, 45),
    lye: fc.record({
      purityPct: number(90, 100),
      kohSharePct: number(0, 30),
      kohPurityPct: number(80, 100),
      coversAcids: fc.boolean(),
    }),
    iceSharePct: number(0, 60),
    liquids,
    additives,
    batterScent: scent,
    toolLossPct: number(0, 5),
    portions: fc.array(portion, { minLength: 1, maxLength: 6 }),
    mould: fc.record({
      lengthMm: number(100, 500),
      widthMm: number(50, 200),
      heightMm: number(40, 120),
      fillPct: number(50, 100),
    }),
    stripes: fc.array(
      fc.record({ at: number(0, 1), height: fc.constantFrom("low", "mid", "high"), passes: fc.constantFrom(1, 2, 3) }),
      {
        minLength: 1,
        maxLength: 3,
      },
    ),
    bowl: fc.option(fc.record({ tareG: number(100, 900), batterG: number(500, 5000) })),
  })
  .map((v) => {
    const plan = newPlan(v.title, 1);
    const totalOils = v.oils.reduce((sum, o) => sum + o.weight, 0);
    const totalCups = v.portions.reduce((sum, p) => sum + p.weight, 0);
    const portions: Portion[] = v.portions.map((p, i) => ({
      id: `p${i + 1}`,
      batterId: "b1",
      name: p.name,
      sharePct: Math.min(100, (100 * p.weight) / totalCups),
      takesRest: i === 0,
      onlyMouldId: null,
      keptBackPct: p.keptBackPct,
      pipingPct: p.pipingPct,
      samplePct: p.samplePct,
      colourants: p.colourants.map((c, k) => ({ ...c, id: `c${k + 1}` })) as Portion["colourants"],
      scent: p.scent,
      additives: p.additives.map((a, k) => ({ ...a, id: `a${k + 1}` })),
    }));
    const operations: Operation[] = portions.flatMap((p): Operation[] => {
      const base = { mouldId: "m1", portionId: p.id };
      return [
        { ...base, id: `${p.id}-floor`, kind: "layer", cupPct: 50, height: "low" },
        ...v.stripes.map(
          (s, i): Operation => ({
            ...base,
            id: `${p.id}-s${i}`,
            kind: "stripe",
            cupPct: 50 / v.stripes.length,
            acrossMm: s.at * v.mould.widthMm,
            height: s.height as "low",
            passes: s.passes as 1,
            motion: "line",
          }),
        ),
        { ...base, id: `${p.id}-top`, kind: "topLine", keptBackPct: 100, acrossMm: v.mould.widthMm / 2 },
      ];
    });
    return withUniqueLines({
      ...plan,
      toolLossPct: v.toolLossPct,
      moulds: [{ ...plan.moulds[0], ...v.mould }],
      batters: [
        {
          ...plan.batters[0],
          oils: v.oils.map((o, i) => ({
            id: `l${i + 1}`,
            oilId: o.oilId,
            sharePct: Math.min(100, (100 * o.weight) / totalOils),
          })),
          superfatPct: v.superfatPct,
          water: { method: "concentration" as const, value: v.concentration },
          startTemperatureC: v.startTemperatureC,
          lye: v.lye,
          iceSharePct: v.iceSharePct,
          liquids: v.liquids.map((l, k) => ({
            ...l,
            id: `q${k + 1}`,
            composition: liquidRow(l.kind).composition,
          })) as Plan["batters"][0]["liquids"],
          additives: v.additives.map((a, k) => ({ ...a, id: `a${k + 1}` })),
          scent: v.batterScent,
          bowl: v.bowl ? { tareG: v.bowl.tareG, grossG: v.bowl.tareG + v.bowl.batterG } : { tareG: null, grossG: null },
        },
      ],
      portions,
      operations,
    });
  });
