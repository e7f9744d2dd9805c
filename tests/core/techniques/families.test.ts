import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan, plainColourant, plainPortion } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { compileDesign } from "../../../src/core/swirl/design";
import { type Knobs, RESCUES } from "../../../src/core/techniques/families/family";
import { evenParts, inTurn } from "../../../src/core/techniques/families/pours";
import { FAMILIES, FAMILY_IDS, type FamilyId, knobsOf, layOut } from "../../../src/core/techniques/families/registry";
import { operationSchema, portionOf } from "../../../src/core/techniques/operations/registry";
import { tries } from "../../support/tries";

const NAMES = ["Moon", "Ink", "Brass", "Ember", "Fern", "Rose"];

/** A plan of so many cups in a mould, some of them with a part kept back for the top. */
function planOf(cups: number, keptBackPct: number[], mould: Partial<Plan["moulds"][0]> = {}): Plan {
  const plan = newPlan("Laid out", 7);
  const portions = NAMES.slice(0, cups).map((name, i) => ({
    ...plainPortion(`p${i + 1}`, "b1", name, i === 0 ? 0 : 12),
    takesRest: i === 0,
    keptBackPct: keptBackPct[i] ?? 0,
    colourants: [plainColourant(`c${i + 1}`, name, "mica", "#804020")],
  }));
  return { ...plan, portions, moulds: [{ ...plan.moulds[0], ...mould }] };
}

const laidOut = (plan: Plan, family: FamilyId, knobs: Knobs): Plan => ({
  ...plan,
  design: { ...plan.design, family, knobs: knobsOf(FAMILIES[family], knobs) },
  operations: layOut(plan, family, knobs),
});

/** Any setting of a family's knobs: inside its ranges, at their ends, and far outside. */
const knobsIn = (family: FamilyId): fc.Arbitrary<Knobs> =>
  fc.record(
    Object.fromEntries(
      FAMILIES[family].knobs.map((k) => [
        k.id,
        k.kind === "choice"
          ? fc.constantFrom(...k.options.map((o) => o.value), "unheard of")
          : fc.oneof(
              fc.constantFrom<number>(k.low, k.high, k.start, -1e6, 1e6, Number.NaN),
              fc
                .integer({ min: 0, max: Math.round((k.high - k.low) / k.step) })
                .map((n) => Number((k.low + n * k.step).toFixed(4))),
            ),
      ]),
    ),
  );
const cupsIn = fc.integer({ min: 1, max: 6 });
const keptIn = fc.array(fc.constantFrom(0, 0, 8, 20), { minLength: 6, maxLength: 6 });
const mouldIn = fc.record({
  lengthMm: fc.integer({ min: 120, max: 450 }),
  widthMm: fc.integer({ min: 60, max: 260 }),
  heightMm: fc.integer({ min: 45, max: 110 }),
});

describe.each(FAMILY_IDS)("the recipe of %s", (id) => {
  const family = FAMILIES[id];

  it("lays out steps that use every cup and all that is kept back, whatever the knobs, cups and mould", () => {
    fc.assert(
      fc.property(knobsIn(id), cupsIn, keptIn, mouldIn, (knobs, cups, kept, mould) => {
        const plan = laidOut(planOf(cups, kept, mould), id, knobs);
        const { operations } = plan;
        expect(new Set(operations.map((o) => o.id)).size).toBe(operations.length);
        for (const o of operations) {
          expect(operationSchema.safeParse(o).error?.issues ?? []).toEqual([]);
          if ("acrossMm" in o) {
            expect(o.acrossMm).toBeGreaterThanOrEqual(0);
            expect(o.acrossMm).toBeLessThanOrEqual(plan.moulds[0].widthMm);
          }
        }
        for (const p of plan.portions) {
          const own = operations.filter((o) => portionOf(o) === p.id);
          const poured = own.reduce((sum, o) => sum + ("cupPct" in o ? o.cupPct : 0), 0);
          const onTop = own.reduce((sum, o) => sum + ("keptBackPct" in o ? o.keptBackPct : 0), 0);
          expect(poured, p.name).toBeCloseTo(100, 6);
          expect(onTop, p.name).toBeCloseTo(p.keptBackPct > 0 ? 100 : 0, 6);
        }
      }),
      { numRuns: tries(60) },
    );
  });

  it("is a plan that can be stored, timed and drawn, and that nothing stops", () => {
    fc.assert(
      fc.property(knobsIn(id), cupsIn, keptIn, (knobs, cups, kept) => {
        const plan = laidOut(planOf(cups, kept), id, knobs);
        const read = readPlan(JSON.parse(JSON.stringify(plan)));
        expect(read.ok ? [] : read.problems).toEqual([]);
        const { timeline, designs, notices, instructions } = derive(plan);
        expect(notices.filter((n) => n.level === "block")).toEqual([]);
        const timed = new Set(timeline!.steps.map((s) => s.id));
        for (const o of plan.operations) expect(timed, `${o.kind} ${o.id}`).toContain(o.id);
        for (const step of timeline!.steps) {
          expect(step.endS).toBeGreaterThanOrEqual(step.startS);
          if (step.window) expect(step.window.low).toBeLessThan(step.window.high);
        }
        for (const { title, detail } of instructions.values())
          expect(`${title} ${detail}`).not.toMatch(/undefined|NaN|null|\[object/);
        const compiled = compileDesign(designs.get("m1")!);
        const { lengthMm, widthMm } = plan.moulds[0];
        const poured = designs.get("m1")!.pours.reduce((sum, p) => sum + ("volumeMm3" in p ? p.volumeMm3 : 0), 0);
        expect(compiled.levelMm).toBeCloseTo(poured / (lengthMm * widthMm), 3);
      }),
      { numRuns: tries(12) },
    );
  });

  it("says in words what it is, what it needs and what to fall back on", () => {
    expect(family.blurb.length).toBeGreaterThan(20);
    expect(family.rescues.length).toBeGreaterThan(1);
    for (const rescue of family.rescues) expect(RESCUES).toHaveProperty(rescue);
    expect(family.leaves.washUpMin).toBeGreaterThan(0);
    expect(new Set(family.knobs.map((k) => k.id)).size).toBe(family.knobs.length);
    for (const k of family.knobs)
      if (k.kind === "number") {
        expect(k.start).toBeGreaterThanOrEqual(k.low);
        expect(k.start).toBeLessThanOrEqual(k.high);
        expect((k.start - k.low) / k.step).toBeCloseTo(Math.round((k.start - k.low) / k.step), 9);
      } else expect(k.options.map((o) => o.value)).toContain(k.start);
  });

  it("every knob changes the design at one of its settings", () => {
    const plan = planOf(4, [0, 15, 0, 15]);
    const start = JSON.stringify(layOut(plan, id, {}));
    for (const k of family.knobs) {
      const values = k.kind === "choice" ? k.options.map((o) => o.value) : [k.low, k.high];
      const changed = values.some((value) => JSON.stringify(layOut(plan, id, { [k.id]: value })) !== start);
      expect(changed, k.label).toBe(true);
    }
  });
});

describe("knobs", () => {
  it("are held inside their ranges; what is missing, unheard of or no number starts anew", () => {
    const { knobs } = FAMILIES.drop;
    const number = knobs.find((k) => k.kind === "number")!;
    if (number.kind !== "number") throw new Error("no number");
    const at = (value: unknown) => knobsOf(FAMILIES.drop, { [number.id]: value as number })[number.id];
    expect(at(1e9)).toBe(number.high);
    expect(at(-1e9)).toBe(number.low);
    expect(at(Number.NaN)).toBe(number.start);
    expect(at("7")).toBe(number.start);
    expect(Object.keys(knobsOf(FAMILIES.drop, { stranger: 1 }))).toEqual(knobs.map((k) => k.id));
  });
});

describe("even parts", () => {
  it("have one decimal, differ by what rounding leaves, and add up exactly", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), fc.integer({ min: 1, max: 40 }), (total, count) => {
        const parts = evenParts(total, count);
        expect(parts).toHaveLength(count);
        expect(Number(parts.reduce((a, b) => a + b, 0).toFixed(6))).toBe(total);
        for (const p of parts) {
          expect(p).toBeGreaterThanOrEqual(0);
          expect(Number(p.toFixed(1))).toBe(p);
        }
        expect(Math.max(...parts) - Math.min(...parts)).toBeLessThan(0.1 * count + 1e-9);
      }),
    );
  });
  it("colours in turn begin again after the last", () => {
    const { portions } = planOf(3, []);
    expect(inTurn(portions, 7).map((p) => p.name)).toEqual(["Moon", "Ink", "Brass", "Moon", "Ink", "Brass", "Moon"]);
  });
});
