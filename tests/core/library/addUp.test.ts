import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formulaKnowledge } from "../../../src/core/clock/knowledge";
import { afterLessons } from "../../../src/core/clock/learn";
import { SPREAD } from "../../../src/core/clock/program";
import { FIRM_SPREAD, firmKnowledge, firmUnknown } from "../../../src/core/cure/firmness";
import { addUp, type Counted } from "../../../src/core/library/addUp";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const lesson = (unknown: fc.Arbitrary<string>): fc.Arbitrary<Counted> =>
  fc.record({
    unknown,
    mean: between(-1.5, 1.5),
    precision: between(0.05, 400),
    isLeftOut: fc.boolean(),
  });
const FIRM = [null, "f1", "f2"].map(firmUnknown);

/** A formula's hours, from the lessons one by one: each formula is a group of its own, each batch without one too. */
function firmOneByOne(formulaId: string, lessons: readonly Counted[]) {
  const counting = lessons.filter((l) => !l.isLeftOut);
  const formula = FIRM_SPREAD.formula;
  const groups = [
    ...counting.filter((l) => l.unknown === FIRM[0]).map((l) => [l]),
    ...FIRM.slice(1).map((unknown) => counting.filter((l) => l.unknown === unknown)),
  ].filter((g) => g.length > 0);
  const isOwn = (g: Counted[]) => g[0].unknown === firmUnknown(formulaId);
  const seen = groups
    .filter((g) => !isOwn(g))
    .map((g) => {
      const precision = g.reduce((sum, l) => sum + l.precision, 0);
      const mean = g.reduce((sum, l) => sum + l.mean * l.precision, 0) / precision;
      return { mean, precision: 1 / (formula ** 2 + 1 / precision) };
    });
  const habit = afterLessons({ mean: 0, sd: FIRM_SPREAD.habit }, seen);
  const before = { mean: habit.mean, sd: Math.hypot(habit.sd, formula) };
  return afterLessons(before, groups.find(isOwn) ?? []);
}

describe("lessons that are added up", () => {
  it("leave the beliefs that they leave one by one, in one row an unknown", () => {
    const unknowns = fc.constantFrom("formula:f1", "formula:f2", ...FIRM);
    fc.assert(
      fc.property(fc.array(lesson(unknowns), { maxLength: 30 }), (lessons) => {
        const told = addUp(lessons);
        const counting = lessons.filter((l) => !l.isLeftOut);
        expect(new Set(told.map((t) => t.unknown))).toEqual(new Set(counting.map((l) => l.unknown)));
        expect(told.reduce((n, t) => n + t.batches, 0)).toBe(counting.length);
        const own = counting.filter((l) => l.unknown === "formula:f1");
        const known = formulaKnowledge("f1", told);
        expect(known === null).toBe(own.length === 0);
        const oneByOne = afterLessons({ mean: 0, sd: SPREAD.formula }, own);
        if (known) expect(known.mean).toBeCloseTo(oneByOne.mean, 9);
        if (known) expect(known.sd).toBeCloseTo(Math.max(0.08, oneByOne.sd), 9);
        const firm = firmKnowledge("f1", told);
        if (!firm) return;
        const expected = firmOneByOne("f1", lessons);
        expect(firm.mean).toBeCloseTo(expected.mean, 9);
        expect(firm.sd).toBeCloseTo(expected.sd, 9);
        expect(firm.batches).toBe(counting.filter((l) => l.unknown.startsWith("firm:")).length);
      }),
      { seed: 11, numRuns: tries(200) },
    );
  });
});
