import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { timeAtTrace, traceAt } from "../../../src/core/clock/curves";
import { FIRM_STIR_S } from "../../../src/core/clock/play";
import { derive } from "../../../src/core/derive/derive";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import type { ScentClassId } from "../../../src/core/scent/classes";
import { cupWords } from "../../../src/core/techniques/operations/wording";
import { PIPING_WINDOW } from "../../../src/core/techniques/traceWindow";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const withScent = (plan: Plan, scentClass: ScentClassId, dosePctOfOils = 4.5): Plan => ({
  ...plan,
  portions: plan.portions.map((p) => (p.id === "p2" ? { ...p, scent: plainScent("S", scentClass, dosePctOfOils) } : p)),
});
const withBatter = (plan: Plan, change: Partial<Plan["batters"][0]>): Plan => ({
  ...plan,
  batters: [{ ...plan.batters[0], ...change }],
});
const timelineOf = (plan: Plan) => derive(plan).timeline!;
const reach = (plan: Plan, portionId: string) =>
  timelineOf(plan).reaches.find((r) => r.portionId === portionId)!.mediumS ?? Number.POSITIVE_INFINITY;

describe("steps", () => {
  it("come from the plan: blend, weigh all but the rest, colour light before dark, a scent that runs right before its cup is poured, pours as listed", () => {
    const plan = withScent(newPlan("Order", 1), "severe");
    plan.portions = plan.portions.map((p) => (p.id === "p3" ? { ...p, scent: plainScent("Q", "quiet", 3) } : p));
    expect(timelineOf(plan).steps.map((s) => s.id)).toEqual([
      "lye:b1",
      "blend:b1",
      "weigh:p2",
      "weigh:p3",
      "colour:p3",
      "colour:p2",
      "scent:p3",
      "o1",
      "scent:p2",
      "o2",
      "o3",
      "o4",
      "o5",
      "o6",
      "finish:spritz",
      "finish:leave-open",
    ]);
  });

  it("after the design: pressed in, misted, then piped as soon as it stands, and only then covered", () => {
    const base = newPlan("Tops", 1);
    const plan: Plan = {
      ...base,
      portions: base.portions.map((p) => (p.takesRest ? { ...p, pipingPct: 12 } : p)),
      decorations: [{ id: "d1", name: "Glass star", place: "pressed-in", perBar: 1 }],
      practice: { ...base.practice, cover: "once", gel: "gel" },
    };
    const { steps } = timelineOf(plan);
    const rest = base.portions.find((p) => p.takesRest)!.id;
    const closing = ["finish:press", "finish:spritz", `pipe:${rest}`, "finish:cover", "finish:heat-on"];
    expect(steps.slice(-closing.length).map((s) => s.id)).toEqual(closing);
    const pipe = steps.find((s) => s.kind === "pipe")!;
    expect(pipe.waitS).toBeGreaterThan(600);
    expect(pipe.startTrace).toBeGreaterThanOrEqual(PIPING_WINDOW.low - 1e-6);
  });

  it("follow one another without overlap, and every portion has a curve that never falls", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const { steps, curves, endS, horizonS } = timelineOf(plan);
        let last = 0;
        for (const s of steps) {
          expect(s.startS).toBeCloseTo(last + s.waitS + s.blendS + (s.isStirred ? FIRM_STIR_S : 0), 6);
          expect(s.endS).toBeGreaterThanOrEqual(s.startS);
          last = s.endS;
        }
        expect(endS).toBe(last);
        expect(horizonS).toBeGreaterThan(endS);
        for (const p of plan.portions) {
          const points = curves.find((c) => c.id === p.id)!.points;
          for (let i = 1; i < points.length; i++) {
            expect(points[i].trace).toBeGreaterThanOrEqual(points[i - 1].trace - 1e-12);
            expect(points[i].atS).toBeGreaterThanOrEqual(points[i - 1].atS);
          }
        }
      }),
      { numRuns: tries(40) },
    );
  });

  it("more cups take longer", () => {
    const plan = newPlan("Cups", 1);
    const extra = { ...plan.portions[1], id: "p4", name: "Fourth", sharePct: 10 };
    const firstPourS = (of: Plan) => timelineOf(of).steps.find((step) => step.id === "o1")!.startS;
    expect(firstPourS({ ...plan, portions: [...plan.portions, extra] })).toBeGreaterThan(firstPourS(plan) + 40);
  });
});

describe("the clock of a plan", () => {
  it("hotter, stronger lye, faster scent: medium is never later", () => {
    fc.assert(
      fc.property(arbitraryPlan, between(0, 1), (plan, by) => {
        const [batter] = plan.batters;
        const id = plan.portions[0].id;
        const base = reach(plan, id);
        const hotter = withBatter(plan, { startTemperatureC: batter.startTemperatureC + 8 * by });
        expect(reach(hotter, id)).toBeLessThanOrEqual(base + 30);
        const stronger = withBatter(plan, { water: { method: "concentration", value: batter.water.value + 5 * by } });
        expect(reach(stronger, id)).toBeLessThanOrEqual(base + 30);
      }),
      { numRuns: tries(40) },
    );
  });

  it("a scent moves only its own cup, and a faster one brings medium sooner", () => {
    const plan = newPlan("Scent", 1);
    const classes: ScentClassId[] = ["slows", "quiet", "mild", "moderate", "strong", "severe"];
    const times = classes.map((c) => reach(withScent(plan, c), "p2"));
    for (let i = 1; i < times.length; i++) expect(times[i]).toBeLessThanOrEqual(times[i - 1]);
    expect(times[5]).toBeLessThan(times[0] / 2);
    expect(reach(withScent(plan, "severe"), "p3")).toBeCloseTo(reach(withScent(plan, "quiet"), "p3"), 6);
  });

  it("names the first step that misses its window, and says why beside that pour", () => {
    const fast = derive(withScent(withBatter(newPlan("Fast", 1), { startTemperatureC: 45 }), "severe"));
    expect(fast.timeline!.critical!.missed).toBe("too thick");
    const first = fast.timeline!.steps.find((s) => s.missed)!;
    expect(fast.timeline!.critical!.stepId).toBe(first.id);
    expect(first.endTrace).toBeGreaterThan(first.window!.high);
    expect(fast.notices.some((n) => n.field === `operations.${first.id}` && n.message.includes("too thick"))).toBe(
      true,
    );
  });

  it("without a miss the tightest step has the least slack, and being that much later would miss", () => {
    const { critical, steps, curves } = timelineOf(withScent(newPlan("Tight", 1), "moderate"));
    expect(critical!.missed).toBeNull();
    const tight = steps.find((s) => s.id === critical!.stepId)!;
    for (const s of steps) if (s.slackS !== null) expect(s.slackS).toBeGreaterThanOrEqual(tight.slackS!);
    const points = curves.find((c) => c.id === tight.portionIds[0])!.points;
    expect(traceAt(points, tight.endS + tight.slackS!)).toBeCloseTo(tight.window!.high, 6);
    expect(timeAtTrace(points, tight.window!.high)!).toBeCloseTo(tight.endS + tight.slackS!, 6);
  });

  it("waits for a batter that is too thin instead of pouring it", () => {
    const slow = timelineOf(withBatter(newPlan("Slow", 1), { startTemperatureC: 24, blendToTrace: 1 }));
    const waiting = slow.steps.find((s) => s.waitS > 0)!;
    expect(waiting.startTrace).toBeGreaterThanOrEqual(waiting.window!.low);
  });
});

describe("while the pour is on", () => {
  const plan = newPlan("Live", 1);
  const record = (atS: number[]): Plan => ({
    ...plan,
    record: {
      ...plan.record,
      startedAt: "2026-11-24T10:00:00.000Z",
      events: timelineOf(plan)
        .steps.slice(0, atS.length)
        .map((s, i) => ({ kind: "stepDone", id: `e${i + 1}`, atS: atS[i], stepId: s.id })),
    },
  });

  it("steps done stand at their recorded ends; the one at hand lasts until now at least", () => {
    const { steps } = derive(record([30, 70, 110]), 300).timeline!;
    expect(steps.slice(0, 3).map((s) => s.endS)).toEqual([30, 70, 110]);
    expect(steps.map((s) => s.done).slice(0, 4)).toEqual([true, true, true, false]);
    expect(steps[3].startS).toBe(110);
    expect(steps[3].endS).toBe(300);
  });

  it("being late makes the batter thicker at what is still to do", () => {
    const soon = derive(record([30, 70, 110]), 120).timeline!.steps.find((s) => s.id === "o6")!;
    const late = derive(record([30, 70, 110]), 900).timeline!.steps.find((s) => s.id === "o6")!;
    expect(late.startTrace).toBeGreaterThan(soon.startTrace + 0.3);
  });
});

describe("words for amounts", () => {
  it.each([
    [100, "the whole cup"],
    [33, "a third of the cup"],
    [35, "about a third of the cup"],
    [50, "half the cup"],
    [3, "a splash"],
  ])("%d %% is %s", (pct, words) => {
    expect(cupWords(pct)).toBe(words);
  });
});
