import { describe, expect, it } from "vitest";
import { withAdded } from "../../../src/core/batter/added";
import { computeMasses } from "../../../src/core/batter/masses";
import { traceAt } from "../../../src/core/clock/curves";
import { derive } from "../../../src/core/derive/derive";
import type { BenchEvent } from "../../../src/core/document/logSchema";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import { afterBench } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";

const start = "2026-11-24T18:00:00.000Z";
const at = (s: number) => new Date(Date.parse(start) + 1000 * s).toISOString();
const base = newPlan("Evening", 1);
const plan: Plan = {
  ...base,
  portions: base.portions.map((p) => (p.id === "p2" ? { ...p, scent: plainScent("Clove", "moderate", 4) } : p)),
};
const colourantId = plan.portions[1].colourants[0].id;
const added = (id: string, what: "colour" | "scent" | "blending", amount: number, s = 300): BenchEvent => ({
  ...{ kind: "added", id, at: at(s), by: "", what, into: "p2", amount },
  colourantId: what === "colour" ? colourantId : null,
});
const { timeline } = derive(plan);
const steps = timeline!.steps.map(
  (s, i): BenchEvent => ({ kind: "stepDone", id: `d${i}`, at: at(s.endS), by: "", stepId: s.id, isLast: false }),
);
const on = afterBench(plan, { kind: "started", id: "s", at: start, by: "" }, ...steps.slice(0, 9));
const LATE_S = 460;
const thickAt = (p: Plan) => traceAt(derive(p, LATE_S).timeline!.curves.find((c) => c.id === "p2")!.points, LATE_S);
const cupOf = (p: Plan) => derive(p).masses!.portions.find((c) => c.id === "p2")!;

describe("what is put in beyond the plan", () => {
  it("colour: the cup weighs so much more, its colour is that of the larger dose, and two additions add up", () => {
    const more = afterBench(on, added("a1", "colour", 1.5), added("a2", "colour", 0.5, 320));
    expect(cupOf(more).colourants[0].weighedG).toBeCloseTo(cupOf(on).colourants[0].weighedG + 2, 9);
    expect(derive(more).colours[1].cured).not.toBe(derive(on).colours[1].cured);
    expect(readPlan(more).ok).toBe(true);
    expect(computeMasses(withAdded(on, computeMasses(on)!))!.portions).toEqual(computeMasses(on)!.portions);
  });

  it("scent: the load grows by so many grams, the limit is judged by it, and the cup runs faster from then on", () => {
    const limited: Plan = {
      ...on,
      portions: on.portions.map((p) =>
        p.scent ? { ...p, scent: { ...p.scent, parts: p.scent.parts.map((x) => ({ ...x, ownLimitPct: 4 })) } } : p,
      ),
    };
    const before = cupOf(limited).scentG;
    const more = afterBench(limited, added("a1", "scent", before, 400));
    expect(cupOf(more).scentG).toBeCloseTo(2 * before, 6);
    const said = new Set(derive(limited).notices.map((n) => n.message));
    expect(derive(more).notices.some((n) => n.field.startsWith("portions.p2.scent") && !said.has(n.message))).toBe(
      true,
    );
    expect(thickAt(more)).toBeGreaterThan(thickAt(limited) + 0.05);
  });

  it("blending: the clock takes it at its time, nothing else changes; taken back, all is as before", () => {
    const more = afterBench(on, added("a1", "blending", 20, 400));
    expect(cupOf(more)).toEqual(cupOf(on));
    expect(thickAt(more)).toBeGreaterThan(thickAt(on) + 0.05);
    const back = afterBench(more, { kind: "takenBack", id: "b", at: at(410), by: "", eventId: "a1" });
    expect(back.record.events).toEqual(on.record.events);
  });
});
