import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import * as day from "../../../src/core/cut/cutDay";
import { applyEdit, type Edit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { FINDINGS } from "../../../src/core/mould/cutDaySchema";
import { edited } from "../../support/edited";
import { tries } from "../../support/tries";

const ON = "2026-11-27";
const start = newPlan("Cut day", 1);
const due = (plan: Plan) => day.barsDue(plan, computeMasses(plan)!);

describe("the day of the cut", () => {
  it("bars come in the order of the cuts, each once, and the first of them dates the cut", () => {
    const bars = due(start);
    expect(bars.map((b) => b.number)).toEqual(bars.map((_, i) => i + 1));
    expect(day.nextBar(bars)).toBe(0);
    const one = edited(start, day.noteBar(start, bars[0], { isAsPredicted: true }, ON));
    expect(one.record.days.cut).toBe(ON);
    expect(day.nextBar(due(one))).toBe(1);
    const later = edited(one, day.noteBar(one, due(one)[0], { massG: 131 }, "2026-11-28"));
    expect(later.record.days.cut).toBe(ON);
    expect(later.record.cutDay.bars).toHaveLength(1);
    expect(later.record.cutDay.bars[0]).toMatchObject({ isAsPredicted: true, massG: 131, fate: "rack" });
  });

  it("what the bars should weigh is the loaf less what the wire takes and what is left over", () => {
    const masses = computeMasses(start)!;
    const sum = due(start).reduce((s, b) => s + b.plannedG, 0);
    expect(sum).toBeLessThan(masses.moulds[0].pouredG);
    expect(sum).toBeGreaterThan(0.85 * masses.moulds[0].pouredG);
  });

  it("a finding is marked, shown on the face, marked once more, and taken off with all of its kind", () => {
    const bar = () => due(plan)[2];
    let plan = edited(start, day.toggleFinding(start, due(start)[2], "air", ON));
    plan = edited(plan, day.placeFinding(plan, bar(), "air", [0.4, 0.6], ON));
    expect(bar().noted!.findings).toEqual([expect.objectContaining({ what: "air", at: [0.4, 0.6] })]);
    plan = edited(plan, day.placeFinding(plan, bar(), "air", [0.7, 0.2], ON));
    plan = edited(plan, day.toggleFinding(plan, bar(), "ash", ON));
    expect(day.barNote(bar().noted!)).toBe("air 2, ash on top");
    plan = edited(plan, day.toggleFinding(plan, bar(), "air", ON));
    expect(day.barNote(bar().noted!)).toBe("ash on top");
    expect(readPlan(plan).ok).toBe(true);
  });

  it("one key for all the rest touches nothing that has come", () => {
    const bars = due(start);
    let plan = edited(start, day.toggleFinding(start, bars[1], "rivers", ON));
    plan = edited(plan, day.restAsPredicted(plan, due(plan), ON));
    const count = day.countBars(due(plan));
    expect(count).toMatchObject({ came: bars.length, all: bars.length, asPredicted: bars.length - 1 });
    expect(count.findings).toEqual([{ what: "rivers", bars: 1 }]);
    expect(day.nextBar(due(plan))).toBe(bars.length - 1);
  });

  it("a soft loaf waits, a firm one does not", () => {
    expect(day.waitHours(1, 24)).toBeCloseTo(14.4, 6);
    expect(day.waitHours(2, 24)).toBeCloseTo(6, 6);
    expect(day.waitHours(2, 1)).toBe(2);
    expect(day.waitHours(3, 24)).toBeNull();
    expect(day.waitHours(4, 24)).toBeNull();
    const at = (h: number) => new Date(Date.UTC(2026, 4, 2, h)).toISOString();
    const soft = edited(start, day.setThumb(start, 2, at(8)));
    // Put right within minutes it is one press; hours later another.
    const right = edited(soft, day.setThumb(soft, 1, at(8)));
    expect(right.record.cutDay).toMatchObject({ thumb: 1, pressed: [{ at: at(8), thumb: 1 }] });
    const firm = edited(right, day.setThumb(right, 3, at(14)));
    expect(firm.record.cutDay.pressed.map((p) => p.thumb)).toEqual([1, 3]);
    expect(firm.record.cutDay.thumb).toBe(3);
    expect(edited(firm, day.setThumb(firm, null, at(14))).record.cutDay).toMatchObject({
      thumb: null,
      pressed: [{ thumb: 1 }],
    });
  });

  it("whatever is noted in whatever order, the document stands, no bar comes twice, and undo gives it back", () => {
    const bars = due(start).length;
    const act = fc.record({ bar: fc.nat(bars - 1), what: fc.constantFrom(...FINDINGS), kind: fc.nat(4) });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 14 }), (acts) => {
        let plan = start;
        const inverses: Edit[] = [];
        for (const { bar, what, kind } of acts) {
          const b = due(plan)[bar];
          const edit =
            kind === 0
              ? day.toggleFinding(plan, b, what, ON)
              : kind === 1
                ? day.placeFinding(plan, b, what, [0.5, 0.25], ON)
                : kind === 2
                  ? day.noteBar(plan, b, { fate: "keep" }, ON)
                  : kind === 3
                    ? day.restAsPredicted(plan, due(plan), ON)
                    : day.noteBar(plan, b, { massG: 120 }, ON);
          const tried = applyEdit(plan, edit);
          if (!tried.ok) throw new Error(tried.reason);
          inverses.unshift(tried.inverse);
          plan = tried.document;
        }
        expect(readPlan(plan).ok).toBe(true);
        const keys = plan.record.cutDay.bars.map((b) => `${b.mouldId}:${b.number}`);
        expect(new Set(keys).size).toBe(keys.length);
        expect(inverses.reduce((p, i) => edited(p, i), plan)).toEqual(start);
      }),
      { seed: 12, numRuns: tries(25) },
    );
  });
});
