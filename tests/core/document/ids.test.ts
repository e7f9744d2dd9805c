import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { idMaker, linesOf, nextId, withOwnIds, withUniqueLines } from "../../../src/core/document/ids";
import { MIGRATIONS, migrate } from "../../../src/core/document/migrations";
import { newPlan, plainBatter, plainPortion, plainScent } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { demoBatches } from "../../../src/data/demo/studio";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { tries } from "../../support/tries";

const idsOf = (value: unknown) => linesOf(value).map((l) => l.id);
const twinsOf = (value: unknown) => {
  const ids = idsOf(value);
  return ids.filter((id, i) => ids.indexOf(id) !== i);
};
const scented = (plan: Plan, batter: number, cups: readonly number[]): Plan => ({
  ...plan,
  batters: plan.batters.map((b, i) => (i === batter ? { ...b, scent: plainScent("Fir", "mild", 2) } : b)),
  portions: plan.portions.map((p, i) => (cups.includes(i) ? { ...p, scent: plainScent("Fir", "mild", 2) } : p)),
});

describe("ids of one document", () => {
  it("the demo batches and a new one have every id once, lines inside cups and formulas too", () => {
    for (const plan of [newPlan("New", 1), ...demoBatches("2026-11-24").map((b) => b.plan)]) {
      expect(twinsOf(plan)).toEqual([]);
      expect(idsOf(plan)).toEqual(
        expect.arrayContaining([plan.portions[1].colourants[0].id, plan.batters[0].oils[0].id]),
      );
    }
  });

  it.each<[string, (p: Plan) => Plan, string]>([
    [
      "a colour of two cups",
      (p) => set(p, (d) => (d.portions[2].colourants[0].id = "c1")),
      "portions[2].colourants[0].id",
    ],
    ["an oil like a cup", (p) => set(p, (d) => (d.batters[0].oils[0].id = "p1")), "portions[0].id"],
    ["parts of two scents", (p) => scented(p, 0, [1]), "portions[1].scent.parts[0].id"],
    [
      "an event like a step",
      (p) => set(p, (d) => d.record.events.push({ kind: "stepDone", id: "o1", atS: 1, stepId: "x" })),
      "record.events[0].id",
    ],
  ])("%s with one id is refused with the field", (_name, change, field) => {
    const read = readPlan(change(newPlan("Twins", 1)));
    expect(read.ok ? null : read.problems.map((p) => p.field)).toContain(field);
  });

  it("a new id stands nowhere else, whatever stands there, and none is given twice", () => {
    const plan = newPlan("New", 1);
    expect(nextId(plan, "c")).toBe("c3");
    expect(nextId(plan, "l")).toBe("l6");
    const fresh = idMaker([plan, { events: [{ id: "v7" }] }]);
    expect([fresh("v"), fresh("v"), fresh("o")]).toEqual(["v8", "v9", "o7"]);
  });

  it("a new id passes by a design as it stood before a change, since it may come back", () => {
    const before = [{ ...newPlan("x", 1).operations[0], id: "o40" }];
    const events = [{ kind: "replanned" as const, id: "v1", atS: 1, words: "", before }];
    const plan = set(newPlan("x", 1), (d) => d.record.events.push(...events));
    expect(nextId(plan, "o")).toBe("o41");
  });

  it("a second batter, a scent and a cup keep their words and get ids of their own", () => {
    const plan = newPlan("x", 1);
    const other = withOwnIds(plainBatter("b2", "Pot", 30), plan);
    expect(other.oils.map(({ id: _, ...o }) => o)).toEqual(plan.batters[0].oils.map(({ id: _, ...o }) => o));
    const grown = {
      ...plan,
      batters: [...plan.batters, other],
      portions: [...plan.portions, { ...plainPortion("p4", "b2", "Outline", 0), takesRest: true }],
    };
    expect(readPlan(grown).ok).toBe(true);
    const scent = withOwnIds(plainScent("Fir", "mild", 2), grown);
    expect(scent.parts[0].id).toBe("s1");
  });

  it("law: any plan whose lines share ids is mended by new ids alone, and reads", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const clashing = set(plan, (d) => {
          const called = <L extends { id: string }>(lines: L[], letter: string) =>
            lines.map((line, i) => ({ ...line, id: `${letter}${i + 1}` }));
          d.batters[0].oils = called(d.batters[0].oils, "p");
          for (const p of d.portions) {
            p.colourants = called(p.colourants, "m");
            p.additives = called(p.additives, "m");
          }
        });
        const mended = withUniqueLines(clashing);
        expect(twinsOf(mended)).toEqual([]);
        const names = (p: Plan) => [p.portions, p.moulds, p.operations, p.batters].map((l) => l.map((x) => x.id));
        expect(names(mended)).toEqual(names(plan));
        expect(withUniqueLines(mended)).toEqual(mended);
      }),
      { numRuns: tries(150) },
    );
  });
});

function set(plan: Plan, change: (d: Plan) => unknown): Plan {
  const d = structuredClone(plan);
  change(d);
  return d;
}

describe("a batch file of version 4", () => {
  const old = (change: (d: Plan) => void): unknown => {
    const lifted = migrate(JSON.parse(readFileSync("tests/fixtures/batch-v2.json", "utf8")), MIGRATIONS, 4);
    if (!lifted.ok) throw new Error(lifted.problem.message);
    return set(lifted.document as Plan, change);
  };

  it("is read with new ids for lines that share one, and what was ticked stays ticked on its own line", () => {
    const ticks = [
      { id: "colour:p2:c1", massG: 2 },
      { id: "colour:p3:c1", massG: 3 },
      { id: "oil:b1:l1", massG: 4 },
    ];
    const read = readPlan(old((d) => (d.weighUp.ticks = ticks as Plan["weighUp"]["ticks"])));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const [, ink, brass] = read.plan.portions;
    expect(ink.colourants[0].id).not.toBe(brass.colourants[0].id);
    expect(read.plan.weighUp.ticks).toEqual([
      { id: `colour:p2:${ink.colourants[0].id}`, massG: 2, at: null, lot: "" },
      { id: `colour:p3:${brass.colourants[0].id}`, massG: 3, at: null, lot: "" },
      { id: "oil:b1:l1", massG: 4, at: null, lot: "" },
    ]);
  });

  it("with an event called like a tool keeps both", () => {
    const read = readPlan(
      old((d) => d.record.events.push({ kind: "stepDone", id: d.portions[0].id, atS: 5, stepId: "s" })),
    );
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.plan.record.events).toHaveLength(1);
    expect(read.plan.record.events[0].id).not.toBe(read.plan.portions[0].id);
  });
});
