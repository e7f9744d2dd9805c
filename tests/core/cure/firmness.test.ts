import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { ashKnowledge, ashSeen, ashUnknown, ashWords } from "../../../src/core/cure/ash";
import type { Care } from "../../../src/core/cure/careSchema";
import {
  FIRM_SPREAD,
  type FirmAnswers,
  firmKnowledge,
  firmnessTold,
  firmUnknown,
  scaledHours,
} from "../../../src/core/cure/firmness";
import { derive, slowestAfter } from "../../../src/core/derive/derive";
import { taughtBy } from "../../../src/core/derive/taught";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { addUp } from "../../../src/core/library/addUp";
import { gauss, generator } from "../../../src/core/units/random";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const FINISHED = "2026-05-02T10:00:00.000Z";
const at = (h: number) => new Date(Date.parse(FINISHED) + h * 3_600_000).toISOString();
const pressed = (h: number, thumb: 1 | 2 | 3 | 4) => ({ at: at(h), thumb });
const said = (h: number, task: Care["task"], answer: Care["answer"]): Care => ({
  id: `c${h}`,
  at: at(h),
  task,
  answer,
});
const told = (more: Partial<FirmAnswers>, tableH = 24) =>
  firmnessTold({ finishedAt: FINISHED, care: [], pressed: [], ...more }, tableH);
/** What a thumb finds on a loaf that is fit for the knife after so many hours. */
const thumbAt = (h: number, fitH: number): 1 | 2 | 3 | 4 =>
  h < fitH / 1.4 ? 1 : h < fitH / 1.1 ? 2 : h < fitH * 1.25 ? 3 : 4;

describe("what a thumb and put-off tasks tell of a loaf's firmness", () => {
  it("a dent at the table's hour is later, nothing long before it sooner, nothing long after it tells nothing", () => {
    expect(Math.exp(told({ pressed: [pressed(24, 2)] })!.mean)).toBeCloseTo(1.25, 6);
    expect(told({ pressed: [pressed(12, 4)] })!.mean).toBeLessThan(-0.5);
    expect(told({ pressed: [pressed(60, 4)] })).toBeNull();
    expect(told({})).toBeNull();
    // Before the pour had ended nobody pressed a thumb on it.
    expect(told({ pressed: [pressed(-3, 2)] })).toBeNull();
  });

  it("put off and then done lies between the two hours; done at once, or days later, tells nothing", () => {
    const care = [said(24, "unmould", "later"), said(30, "unmould", "later"), said(36, "unmould", "done")];
    expect(Math.exp(told({ care })!.mean) * 24).toBeCloseTo(Math.sqrt(30 * 36), 6);
    expect(told({ care: [said(24, "unmould", "done")] })).toBeNull();
    expect(told({ care: [said(24, "cut", "later"), said(240, "cut", "done")] })).toBeNull();
  });

  it("hidden habits and formulas lie within the 90 % interval that own batches leave, nine times in ten", () => {
    const random = generator(20_261);
    const FORMULAS = ["f-one", "f-two", null];
    let inside = 0;
    let all = 0;
    let narrower = 0;
    for (let truth = 0; truth < 60; truth++) {
      const habit = FIRM_SPREAD.habit * gauss(random);
      const own = FORMULAS.map(() => FIRM_SPREAD.formula * gauss(random));
      const lessons = Array.from({ length: 8 }, (_, i) => {
        const k = i % 2;
        const fitH = 24 * Math.exp(habit + own[k] + FIRM_SPREAD.day * gauss(random));
        // The thumb is asked at the table's hour, and again while it waits.
        const hours = [24, 30, 40, 55, 75];
        const last = hours.findIndex((h) => thumbAt(h, fitH) >= 3);
        const seen = hours.slice(0, last < 0 ? hours.length : last + 1);
        const one = told({ pressed: seen.map((h) => pressed(h, thumbAt(h, fitH))) });
        return one ? [{ unknown: firmUnknown(FORMULAS[k]), ...one, isLeftOut: false }] : [];
      }).flat();
      if (lessons.length === 0) continue;
      for (const k of [0, 1]) {
        const known = firmKnowledge(FORMULAS[k], addUp(lessons))!;
        all++;
        if (Math.abs(known.mean - habit - own[k]) < 1.645 * known.sd) inside++;
        if (known.sd < 0.75 * Math.hypot(FIRM_SPREAD.habit, FIRM_SPREAD.formula)) narrower++;
      }
    }
    expect(all).toBeGreaterThan(90);
    expect(inside / all).toBeGreaterThan(0.8);
    expect(narrower / all).toBeGreaterThan(0.8);
  });

  it("batches that are left out say nothing; more of the same never widens what is believed", () => {
    const lesson = { unknown: firmUnknown("f1"), mean: 0.3, precision: 10, isLeftOut: false };
    expect(firmKnowledge("f1", addUp([{ ...lesson, isLeftOut: true }]))).toBeNull();
    fc.assert(
      fc.property(fc.array(between(-0.6, 0.6), { minLength: 1, maxLength: 8 }), (means) => {
        let before = Number.POSITIVE_INFINITY;
        means.forEach((_, i) => {
          const known = firmKnowledge("f1", addUp(means.slice(0, i + 1).map((mean) => ({ ...lesson, mean }))))!;
          expect(known.sd).toBeLessThanOrEqual(before + 1e-12);
          expect(Math.abs(known.mean)).toBeLessThanOrEqual(Math.max(...means.map(Math.abs)) + 1e-12);
          before = known.sd;
        });
      }),
      { seed: 7, numRuns: tries(80) },
    );
    // Another formula takes over the maker's habit alone, and less surely.
    const other = firmKnowledge("f2", addUp([lesson]))!;
    const own = firmKnowledge("f1", addUp([lesson]))!;
    expect(other.mean).toBeGreaterThan(0);
    expect(other.mean).toBeLessThan(own.mean);
    expect(other.sd).toBeGreaterThan(own.sd);
  });
});

const poured = (more: (r: Plan["record"]) => Partial<Plan["record"]>): Plan => {
  const plan = { ...newPlan("Firm", 3), pourOn: "2026-05-02" };
  const record = { ...plan.record, startedAt: FINISHED, finishedAt: FINISHED };
  return { ...plan, record: { ...record, ...more(record) } };
};

describe("what a batch teaches of firmness and ash", () => {
  it("moves the hours of the next batch by as much, and says so", () => {
    const plan = poured((r) => ({ cutDay: { ...r.cutDay, thumb: 2, pressed: [pressed(60, 2)] } }));
    const masses = computeMasses(plan)!;
    const tableH = slowestAfter(plan, masses, true)!.cut.earliestH;
    const lessons = taughtBy(plan, masses)!.map((l) => ({ ...l, isLeftOut: false }));
    expect(lessons.map((l) => l.unknown)).toContain("firm:");
    const known = firmKnowledge(null, addUp(lessons))!;
    const next: Plan = { ...newPlan("Next", 4), pourOn: "2026-06-02" };
    const taught = { ...next, knowledge: { ...next.knowledge, firm: { b1: { mean: known.mean, sd: known.sd } } } };
    const [before, after] = [next, taught].map((p) => derive(p).dates!.after);
    expect(before.cut.earliestH).toBeCloseTo(tableH, 6);
    expect(after.cut.earliestH / before.cut.earliestH).toBeCloseTo(Math.exp(known.mean), 9);
    expect(after.reasons.at(-1)).toContain("your own batches: later");
    expect(scaledHours(before, 1).reasons).toEqual(before.reasons);
  });

  it("gel that was seen counts as gelled, whatever was planned", () => {
    const plain = poured(() => ({}));
    const gelled = poured(() => ({ care: [said(2, "gel", "middle")] }));
    const hours = (p: Plan) => slowestAfter(p, computeMasses(p)!)!.cut.bestH;
    expect(hours(gelled) / hours(plain)).toBeCloseTo(0.62, 6);
    expect(ashSeen(plain.record)).toBeNull();
  });

  it("counts ash by how a batch was worked, and names the way that showed less", () => {
    const worked = { ash: "spritz", cover: "shine", gel: "chance" } as const;
    const seen = poured(() => ({ care: [said(24, "uncover", "ash")] }));
    expect(taughtBy(seen, computeMasses(seen)!)).toContainEqual({
      unknown: ashUnknown({ ...seen.practice }),
      mean: 1,
      precision: 1,
    });
    const lesson = (unknown: string, mean: number, isLeftOut = false) => ({ unknown, mean, precision: 1, isLeftOut });
    const known = ashKnowledge(
      addUp([
        ...[1, 1, 0].map((m) => lesson(ashUnknown(worked), m)),
        lesson(ashUnknown(worked), 1, true),
        ...[0, 0, 0, 1].map((m) => lesson(ashUnknown({ ...worked, cover: "once" }), m)),
        lesson("pace", 1),
      ]),
    );
    expect(known).toEqual({ "spritz.shine.chance": { of: 3, seen: 2 }, "spritz.once.chance": { of: 4, seen: 1 } });
    expect(ashWords(known, worked)).toBe(
      "Ash on 2 of 3 own batches misted, covered and kept like this. 1 of 4 misted, covered at once, gel left to chance.",
    );
    expect(ashWords(known, { ...worked, gel: "none" })).toBeNull();
  });
});
