import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { posteriorOf, teach } from "../../../src/core/prepare/learned";
import { firstNonFinite } from "../../../src/core/units/finite";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { liquid } from "../../support/liquids";
import { tries } from "../../support/tries";

describe("the guard", () => {
  it("finds the number and where it stands, in lists, objects and maps", () => {
    expect(firstNonFinite({ a: [1, { b: Number.NaN }] })).toBe("a.1.b");
    expect(firstNonFinite(new Map([["x", Number.POSITIVE_INFINITY]]))).toBe("x");
    expect(firstNonFinite(Number.NaN)).toBe("value");
    expect(firstNonFinite({ a: 1, b: "NaN", c: null, d: [] })).toBeNull();
  });
});

describe("everything derived of a document is a number", () => {
  it("for any plan, planned and poured", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        expect(firstNonFinite(derive(plan))).toBeNull();
        const startedAt = "2026-11-24T10:00:00.000Z";
        const on: Plan = { ...plan, record: { ...plan.record, startedAt } };
        expect(firstNonFinite(derive(on, 400))).toBeNull();
      }),
      { numRuns: tries(60) },
    );
  });

  const base = newPlan("Edge", 1);
  const [batter] = base.batters;
  const withBatter = (change: Partial<typeof batter>): Plan => ({ ...base, batters: [{ ...batter, ...change }] });
  const edges: [string, Plan][] = [
    ["no water at all", withBatter({ water: { method: "concentration", value: 100 } })],
    [
      "water that is none",
      withBatter({
        liquids: [
          { ...liquid("other", 100, "with-lye"), composition: { waterPct: 0, fatPct: 100, sugarPct: 0, saltPct: 0 } },
        ],
      }),
    ],
    ["superfat of 40 %", withBatter({ superfatPct: 40 })],
    [
      "an order of 5000 bars of 2 kg",
      withBatter({ size: { basis: "order", bars: 5000, curedBarG: 2000, dueOn: null } }),
    ],
    ["a share of the mould of a thousandth", withBatter({ size: { basis: "mould", sharePct: 0.1 } })],
    ["oils of no share", withBatter({ oils: batter.oils.map((o) => ({ ...o, sharePct: 0 })) })],
    [
      "500 times the salt",
      withBatter({ additives: [{ id: "a1", kind: "salt", label: "", dose: { amount: 500, basis: "tsp/lb-oils" } }] }),
    ],
    [
      "50 kg of clay in all",
      withBatter({ additives: [{ id: "a1", kind: "clay", label: "", dose: { amount: 50_000, basis: "g" } }] }),
    ],
    ["cups of no share", { ...base, portions: base.portions.map((p) => ({ ...p, sharePct: 0, takesRest: false })) }],
    [
      "cups that keep all back",
      { ...base, portions: base.portions.map((p) => ({ ...p, keptBackPct: 100, pipingPct: 100, samplePct: 100 })) },
    ],
    ["everything stays on tools", { ...base, toolLossPct: 30 }],
    [
      "a room hotter than the batter",
      { ...base, roomTemperatureC: 45, batters: [{ ...batter, startTemperatureC: 5 }] },
    ],
    [
      "an empty pot poured out",
      { ...base, operations: [{ id: "o1", kind: "potPour", mouldId: "m1", way: "tilted", strokes: 1 }] },
    ],
    [
      "nothing but movements",
      {
        ...base,
        operations: [
          { id: "o1", kind: "tap", mouldId: "m1" },
          { id: "o2", kind: "tilt", mouldId: "m1", angleDeg: 60 },
        ],
      },
    ],
    [
      "a knowledge at its ends",
      {
        ...base,
        knowledge: {
          formulas: { b1: { mean: 3, sd: 2 } },
          additives: { clay: { mean: -3, sd: 0.01 } },
          pace: { mean: -3, sd: 2 },
          firm: { b1: { mean: 3, sd: 2 } },
          ash: { "spritz.shine.chance": { of: 1, seen: 1 } },
          hand: { depth: { mean: 3, sd: 2 }, reach: { mean: -3, sd: 0.01 } },
          hues: { x: { offset: [1, -1, 1], sd: 1 } },
        },
      },
    ],
  ];
  it.each(edges)("with %s", (_name, plan) => {
    const read = readPlan(plan);
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(firstNonFinite(derive(plan))).toBeNull();
  });

  it("and a pour of a step of no time teaches no pace of nothing", () => {
    const empty: Plan = {
      ...base,
      operations: [{ id: "o1", kind: "potPour", mouldId: "m1", way: "one-place", strokes: 1 }, ...base.operations],
    };
    const d = derive(empty);
    let atS = 0;
    const events = d.timeline!.steps.map((s, i) => {
      atS += Math.max(2, s.durationS);
      return { kind: "stepDone" as const, id: `e${i}`, atS, stepId: s.id };
    });
    const poured: Plan = { ...empty, record: { ...empty.record, startedAt: "2026-11-24T10:00:00.000Z", events } };
    const lessons = teach(poured, posteriorOf(poured, d.masses!));
    expect(firstNonFinite(lessons)).toBeNull();
    const pace = lessons.find((l) => l.unknown === "pace");
    expect(Math.abs(pace?.mean ?? 0)).toBeLessThan(0.6);
  });
});
