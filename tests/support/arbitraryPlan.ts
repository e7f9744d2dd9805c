import fc from "fast-check";
import { COLOURANT_KIND_IDS } from "../../src/core/colour/kinds";
import { OILS } from "../../src/core/formula/oils";
import { newPlan } from "../../src/core/plan/newPlan";
import type { Operation, Plan, Portion } from "../../src/core/plan/schema";
import { SCENT_CLASS_IDS } from "../../src/core/scent/classes";

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true, noDefaultInfinity: true });
const words = fc.string({ minLength: 1, maxLength: 20 }).map((s) => `n${s.replace(/(?![\t\n\r])\p{Cc}|\p{Cs}/gu, "")}`);

const scent = fc.option(
  fc.record({ name: words, class: fc.constantFrom(...SCENT_CLASS_IDS), dosePctOfOils: number(0, 6) }),
);
const colourants = fc.array(
  fc.record({
    name: words,
    kind: fc.constantFrom(...COLOURANT_KIND_IDS),
    swatchHex: fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`),
    gPer100gOils: number(0, 3),
    carrierGPerG: number(0, 4),
  }),
  { maxLength: 2 },
);
const portion = fc.record({ name: words, weight: number(0.5, 3), keptBackPct: number(0, 30), scent, colourants });

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
      keptBackPct: p.keptBackPct,
      colourants: p.colourants.map((c, k) => ({ ...c, id: `c${k + 1}` })),
      scent: p.scent,
      additives: [],
    }));
    const operations: Operation[] = portions.flatMap((p): Operation[] => {
      const base = { mouldId: "m1", portionId: p.id };
      return [
        { ...base, id: `${p.id}-floor`, kind: "layer", cupPct: 50 },
        ...v.stripes.map(
          (s, i): Operation => ({
            ...base,
            id: `${p.id}-s${i}`,
            kind: "stripe",
            cupPct: 50 / v.stripes.length,
            acrossMm: s.at * v.mould.widthMm,
            height: s.height as "low",
            passes: s.passes as 1,
          }),
        ),
        { ...base, id: `${p.id}-top`, kind: "topLine", keptBackPct: 100, acrossMm: v.mould.widthMm / 2 },
      ];
    });
    return {
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
          bowl: v.bowl ? { tareG: v.bowl.tareG, grossG: v.bowl.tareG + v.bowl.batterG } : { tareG: null, grossG: null },
        },
      ],
      portions,
      operations,
    };
  });
