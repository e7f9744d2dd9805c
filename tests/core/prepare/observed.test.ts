import { describe, expect, it } from "vitest";
import { liveTimeline, liveView, nextTurnBack, questionOf, sayLive } from "../../../src/core/advise/live";
import { computeMasses } from "../../../src/core/batter/masses";
import { traceAt } from "../../../src/core/clock/curves";
import { isHurried } from "../../../src/core/clock/learn";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import type { RecordEvent } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { compileProgram } from "../../../src/core/prepare/compile";
import { posteriorOf, teach } from "../../../src/core/prepare/learned";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { layOut } from "../../../src/core/techniques/families/registry";
import { portionOf } from "../../../src/core/techniques/operations/registry";
import { livedThrough } from "../../support/livedThrough";
import { scented } from "../../support/scentedPlans";

const started = "2026-11-24T10:00:00.000Z";
const quiet = newPlan("Seen", 1);
const withFormula: Plan = {
  ...quiet,
  batters: [{ ...quiet.batters[0], formulaRef: { formulaId: "f-house", version: 1, name: "House" } }],
};

/** A pour in which the steps up to a time were done as planned, with what was seen. */
function seen(plan: Plan, untilS: number, checks: [string, number, number][]): Plan {
  const steps = computeTimeline(plan, computeMasses(plan)!).steps.filter((s) => s.endS <= untilS);
  const events: RecordEvent[] = [
    ...steps.map((s, i): RecordEvent => ({ kind: "stepDone", id: `e${i}`, atS: s.endS, stepId: s.id })),
    ...checks.map(
      ([portionId, atS, trace], i): RecordEvent => ({
        kind: "traceCheck",
        id: `c${i}`,
        atS,
        portionId,
        trace,
        answer: null,
      }),
    ),
  ];
  return { ...plan, record: { ...plan.record, startedAt: started, events } };
}
const traceOf = (plan: Plan, id: string, atS: number, nowS = atS + 1) =>
  traceAt(liveTimeline(plan, computeMasses(plan)!, nowS).curves.find((c) => c.id === id)!.points, atS);

describe("what was seen wins", () => {
  it("a cup seen at medium stands at medium from then on, whatever the clock made of it", () => {
    for (const trace of [1.2, 2, 3, 4.2]) {
      const plan = seen(quiet, 200, [["p2", 205, trace]]);
      expect(traceOf(plan, "p2", 206, 207)).toBeCloseTo(trace, 1);
      expect(derive(plan, 207).timeline!.curves.find((c) => c.id === "p3")!.points.length).toBeGreaterThan(0);
    }
  });

  it("one check moves where the cup stands more than its rate; two that disagree teach the rate", () => {
    const masses = computeMasses(quiet)!;
    const formulaOf = (plan: Plan) => {
      const p = posteriorOf(plan, masses);
      return p.mean[p.program.slots.formula[0]];
    };
    const once = formulaOf(seen(quiet, 200, [["p2", 205, 2.4]]));
    const twice = formulaOf(
      seen(quiet, 200, [
        ["p2", 205, 2.4],
        ["p2", 505, 3.9],
      ]),
    );
    expect(Math.abs(once)).toBeLessThan(0.25);
    expect(twice).toBeGreaterThan(once + 0.15);
  });

  it("a check far off is asked about once; a false trace and another cup are no readings, as seen is believed", () => {
    const plan = seen(quiet, 200, [["p2", 205, 3.4]]);
    const masses = computeMasses(plan)!;
    const question = questionOf(plan, masses)!;
    expect(question).toMatchObject({ eventId: "c0", portionId: "p2", seen: 3.4 });
    expect(question.expected).toBeLessThan(2);
    expect(questionOf(seen(quiet, 200, [["p2", 205, question.expected]]), masses)).toBeNull();
    const answered = (answer: "false-trace" | "other-cup" | "as-seen"): Plan => ({
      ...plan,
      record: {
        ...plan.record,
        events: plan.record.events.map((e) => (e.kind === "traceCheck" ? { ...e, answer } : e)),
      },
    });
    for (const answer of ["false-trace", "other-cup", "as-seen"] as const)
      expect(questionOf(answered(answer), masses)).toBeNull();
    for (const answer of ["false-trace", "other-cup"] as const)
      expect(traceOf(answered(answer), "p2", 206, 207)).toBeCloseTo(question.expected, 1);
    expect(traceOf(answered("as-seen"), "p2", 206, 207)).toBeCloseTo(3.4, 1);
  });

  it("a cup ahead of the others is named, not the whole batter", () => {
    const curves = computeTimeline(quiet, computeMasses(quiet)!).curves;
    const own = (id: string, atS: number) => traceAt(curves.find((c) => c.id === id)!.points, atS);
    const plan = seen(quiet, 200, [
      ["p3", 203, own("p3", 203)],
      ["p2", 205, own("p2", 205) + 1],
    ]);
    expect(liveView(plan, 207, 3, 100)!.sentence).toMatch(
      /^Ink stands 1\.0 steps of trace ahead of the plan; the others do not/,
    );
  });

  it("an unmeasured scent that runs wild is blamed by itself, not the formula", () => {
    const p = scented({ ...quiet, operations: layOut(quiet, "drop", { drops: 18 }) }, { p2: "quiet" });
    const lived = livedThrough(p, { "F:S-p2": 0, "J:S-p2": 0 }, () => 0.75, 12);
    const wild: Plan = {
      ...lived,
      record: {
        ...lived.record,
        events: lived.record.events.map((e) =>
          e.kind === "traceCheck" && e.portionId === "p2"
            ? { ...e, trace: Math.min(4.8, e.trace + 0.004 * (e.atS - 180)) }
            : e,
        ),
      },
    };
    const posterior = posteriorOf(wild, computeMasses(wild)!);
    const at = (id: string) => posterior.mean[posterior.program.unknowns.findIndex((u) => u.id === id)];
    expect(at("F:S-p2") + at("J:S-p2")).toBeGreaterThan(0.5);
    expect(Math.abs(at("formula:b1"))).toBeLessThan(0.35);
  });
});

describe("what a batch teaches", () => {
  const masses = computeMasses(withFormula)!;
  const unknowns = (plan: Plan) => teach(plan, posteriorOf(plan, masses)).map((l) => l.unknown);
  it("nothing of a scent or a formula that was never looked at", () => {
    const p = scented(withFormula, { p2: "moderate" });
    const m = computeMasses(p)!;
    const all = livedThrough(p, {}, () => 0.75, 0);
    expect(teach(all, posteriorOf(all, m)).map((l) => l.unknown)).toEqual(["pace"]);
    const early = seen(p, 150, [
      ["p3", 160, 1.6],
      ["p3", 400, 3],
    ]);
    expect(teach(early, posteriorOf(early, m)).map((l) => l.unknown)).not.toContain("F:S-p2");
    expect(
      unknowns(
        seen(withFormula, 200, [
          ["p2", 205, 2.2],
          ["p2", 505, 3.6],
        ]),
      ),
    ).toContain("formula:f-house");
  });

  it("a run-through is told from work, and teaches a pace only when it is said to", () => {
    const steps = computeTimeline(quiet, computeMasses(quiet)!).steps;
    const done = (each: (s: (typeof steps)[number]) => number, teachesPace: boolean | null): Plan => {
      let atS = 0;
      const events = steps.map((s, i): RecordEvent => {
        atS += each(s);
        return { kind: "stepDone", id: `e${i}`, atS, stepId: s.id };
      });
      return { ...quiet, record: { ...quiet.record, startedAt: started, events, teachesPace } };
    };
    const m = computeMasses(quiet)!;
    const hurried = (p: Plan) => isHurried(compileProgram(p, m, 5000));
    expect(hurried(done((s) => s.endS - s.startS + s.waitS, null))).toBe(false);
    expect(hurried(done(() => 2.5, null))).toBe(true);
    const pace = (p: Plan) => teach(p, posteriorOf(p, m)).find((l) => l.unknown === "pace");
    expect(pace(done(() => 2.5, null))).toBeUndefined();
    expect(pace(done(() => 2.5, false))).toBeUndefined();
    expect(pace(done(() => 2.5, true))!.mean).toBeLessThan(-0.5);
    expect(pace(done(() => 0, true))).toBeUndefined();
  });
});

describe("going on differently", () => {
  it("never pours onto a floor that is not there", () => {
    const p = scented(quiet, { p2: "strong" });
    const scentS = computeTimeline(p, computeMasses(p)!).steps.find((s) => s.id === "o1")!.startS - 1;
    const plan = seen(p, scentS, [["p2", scentS, 2.6]]);
    for (const option of liveView(plan, scentS + 1, 3, 100)?.options ?? []) {
      const taken = applyEdit(plan, option.edit);
      if (!taken.ok) throw new Error(taken.reason);
      const first = taken.document.operations.find((o) => portionOf(o) !== null)!;
      expect(first.kind).toBe("layer");
    }
  });

  it("names no minute that is past", () => {
    const p = scented(quiet, { p2: "severe" });
    const lateS = 700;
    const plan = seen(p, 300, [["p2", 310, 4.4]]);
    const minutes = [...(liveView(plan, lateS, 3, 100)!.sentence ?? "").matchAll(/(?:until|by) (\d+):(\d\d)/g)];
    for (const [, m, s] of minutes) expect(60 * Number(m) + Number(s)).toBeGreaterThan(lateS);
  });
});

describe("the live sentence as minutes go by", () => {
  const says = {
    head: "Brass runs 2 x",
    way: null,
    until: { words: "Pour 14 (Ink drop)", atS: 500 },
    back: { words: "spoon it in", atS: 450 },
  };

  it("offers no minute that is past: the fallback is then begun now, and the step no longer named", () => {
    expect(sayLive(says, 400)).toBe("Brass runs 2 x: Pour 14 (Ink drop) until 8:20; else spoon it in by 7:30.");
    expect(sayLive(says, 460)).toBe("Brass runs 2 x: Pour 14 (Ink drop) until 8:20; else spoon it in now.");
    expect(sayLive(says, 510)).toBe("Brass runs 2 x: spoon it in now.");
    expect(sayLive({ ...says, back: null }, 510)).toBe("Brass runs 2 x.");
  });
});

describe("of several turn-backs", () => {
  it("the first that is still to come is named, in the sentence and below alike; of past ones the last", () => {
    const at = (...moments: number[]) =>
      moments.map((latestS) => ({
        stepId: "o1",
        rescue: "wider-tool" as const,
        words: `until ${latestS}`,
        latestS,
        portionId: "p1",
      }));
    expect(nextTurnBack(at(100, 200, 300), 150)?.latestS).toBe(200);
    expect(nextTurnBack(at(100, 200), 250)?.latestS).toBe(200);
    expect(nextTurnBack([], 0)).toBeUndefined();
  });
});
