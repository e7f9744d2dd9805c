import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { MIGRATIONS, migrate } from "../../../src/core/document/migrations";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";

type Json = Record<string, never> & { [key: string]: Json[] & Json };

/** A document as the version before kept it. */
function version3(change: (d: Json) => void): unknown {
  const lifted = migrate(JSON.parse(readFileSync("tests/fixtures/batch-v2.json", "utf8")), MIGRATIONS, 3);
  if (!lifted.ok) throw new Error(lifted.problem.message);
  const document = structuredClone(lifted.document) as Json;
  change(document);
  return document;
}
const read = (value: unknown) => {
  const result = readPlan(value);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.plan;
};

describe("a batch file of version 3", () => {
  it("brings its milk as a liquid, with the composition that it was counted with", () => {
    const plan = read(
      version3((d) => {
        (d.batters[0] as object as { milk: unknown }).milk = { kind: "goat", sharePct: 40, when: "frozen-in-lye" };
      }),
    );
    expect(plan.batters[0].liquids).toMatchObject([
      { kind: "goat", sharePct: 40, when: "frozen-in-lye", composition: { waterPct: 87, fatPct: 4, sugarPct: 5 } },
    ]);
    expect(derive(plan).masses!.batters[0].liquidG).toBeGreaterThan(0);
  });

  it("whose ids clash between lists is read: the later one gets a new id, and what names it follows", () => {
    const plan = read(
      version3((d) => {
        const [portion] = d.portions as unknown as { id: string }[];
        const old = portion.id;
        portion.id = (d.batters as unknown as { id: string }[])[0].id;
        for (const o of d.operations as unknown as { portionId?: string }[])
          if (o.portionId === old) o.portionId = portion.id;
      }),
    );
    expect(plan.portions[0].id).not.toBe(plan.batters[0].id);
    const { timeline } = derive(plan);
    expect(timeline!.curves.every((c) => c.points.every((p) => Number.isFinite(p.trace)))).toBe(true);
    expect(plan.operations.some((o) => "portionId" in o && o.portionId === plan.portions[0].id)).toBe(true);
  });
});

describe("ids of one document", () => {
  it("a batter and a portion with one id are refused, with the field", () => {
    const plan = newPlan("Twins", 1);
    const twins = {
      ...plan,
      portions: plan.portions.map((p) => (p.id === "p2" ? { ...p, id: "b1" } : p)),
      operations: plan.operations.map((o) =>
        "portionId" in o && o.portionId === "p2" ? { ...o, portionId: "b1" } : o,
      ),
    };
    expect(readPlan(twins)).toEqual({
      ok: false,
      problems: [{ field: "portions[1].id", message: '"b1" stands in batters too' }],
    });
  });

  it("an operation called like a mould is refused", () => {
    const plan = newPlan("Twins", 1);
    const result = readPlan({
      ...plan,
      operations: plan.operations.map((o) => (o.id === "o3" ? { ...o, id: "m1" } : o)),
    });
    expect(!result.ok && result.problems[0].field).toBe("operations[2].id");
  });
});
