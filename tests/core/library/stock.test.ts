import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { lineNeeds, needsOf } from "../../../src/core/derive/materialNeeds";
import { takenOf } from "../../../src/core/derive/taken";
import type { Plan } from "../../../src/core/document/schema";
import { stillNeeded, stockOf, type TakenBy } from "../../../src/core/library/stock";
import { rowKey, type StockEntry } from "../../../src/core/practice/stockSchema";
import { tickOf } from "../../../src/core/prepare/tick";
import { demoBatches } from "../../../src/data/demo/studio";
import { tries } from "../../support/tries";

const { plan } = demoBatches("2026-11-27").find((b) => b.id === "demo-meteor-shower")!;
const AT = "2026-11-20T10:00:00.000Z";
const withTicks = (ids: (id: string) => boolean, lot = ""): Plan => ({
  ...plan,
  record: { ...plan.record, startedAt: null },
  weighUp: {
    ...plan.weighUp,
    ticks: derive(plan)
      .weighUp.filter((i) => ids(i.id))
      .map((i) => tickOf(i, AT, lot)),
  },
});
const entry = (change: Partial<StockEntry>): StockEntry => ({
  ...{ id: "m1", key: "oils:olive", kind: "oils", name: "Olive oil" },
  ...{ countedG: 1000, countedAt: "2026-11-01T08:00:00.000Z", lot: "A", lowG: null },
  ...change,
});
const by = (taken: TakenBy["taken"], batchId = "b"): TakenBy => ({ batchId, title: `Batch ${batchId}`, taken });
const takes = (massG: number, at: string, lot = ""): TakenBy["taken"][number] => ({
  ...{ key: "oils:olive", kind: "oils", name: "Olive oil", massG, at, lot },
});

describe("what a batch takes", () => {
  it("is each ticked line, at the mass that it was ticked at; all ticks together are all that it needs", () => {
    expect(takenOf(withTicks(() => false))).toEqual([]);
    const all = takenOf(withTicks(() => true));
    const sum = (key: string) => all.filter((t) => t.key === key).reduce((s, t) => s + t.massG, 0);
    for (const need of needsOf(plan)) expect(sum(need.key)).toBeCloseTo(need.massG, 6);
    const [line] = lineNeeds(plan).filter((n) => n.lineId.startsWith("oil:"));
    const half = withTicks(() => false);
    half.weighUp.ticks.push(tickOf({ id: line.lineId, massG: line.massG / 2 }, AT));
    expect(takenOf(half)).toMatchObject([{ key: line.key, massG: line.massG / 2, at: AT }]);
  });

  it("of a dispersed colour only its powder, of a blend each part, and one lot only where there is one scent", () => {
    const colour = takenOf(withTicks((id) => id.startsWith("colour:"), "L1"));
    const cup = plan.portions.find((p) => p.colourants.length > 0)!;
    const { powderG, weighedG } = derive(plan).masses!.portions.find((p) => p.id === cup.id)!.colourants[0];
    expect(weighedG).toBeGreaterThanOrEqual(powderG);
    expect(colour[0]).toMatchObject({ massG: powderG, lot: "L1" });
    const scented = plan.portions.find((p) => p.scent)!;
    const parts = [
      { ...scented.scent!.parts[0], id: "x1", libraryId: "s-fir", name: "Fir", sharePct: 75 },
      { ...scented.scent!.parts[0], id: "x2", libraryId: "s-citrus", name: "Citrus", sharePct: 25 },
    ];
    const blended: Plan = {
      ...withTicks((id) => id === `scent:${scented.id}`, "L2"),
      portions: plan.portions.map((p) => (p === scented ? { ...p, scent: { ...p.scent!, parts } } : p)),
    };
    const [a, b] = takenOf(blended);
    expect([a.key, b.key]).toEqual([rowKey("scents", "s-fir"), rowKey("scents", "s-citrus")]);
    expect(a.massG / b.massG).toBeCloseTo(3, 9);
    expect([a.lot, b.lot]).toEqual(["", ""]);
  });

  it("without an hour counts from first contact, and before it is not known", () => {
    const old = withTicks((id) => id.startsWith("oil:"));
    const ticks = old.weighUp.ticks.map((t) => ({ ...t, at: null }));
    expect(takenOf({ ...old, weighUp: { ...old.weighUp, ticks } })).toEqual([]);
    const poured = { ...old, record: { ...old.record, startedAt: AT }, weighUp: { ...old.weighUp, ticks } };
    expect(takenOf(poured).every((t) => t.at === AT)).toBe(true);
  });

  it("and what was put in besides at the bench", () => {
    const cup = plan.portions.find((p) => p.colourants.length > 0)!;
    const added = { kind: "added", id: "a1", atS: 60, what: "colour", into: cup.id, amount: 2 } as const;
    const record = { ...plan.record, startedAt: AT, events: [{ ...added, colourantId: cup.colourants[0].id }] };
    const found = takenOf({ ...withTicks(() => false), record });
    const { powderG, weighedG } = derive(plan).masses!.portions.find((p) => p.id === cup.id)!.colourants[0];
    expect(found).toMatchObject([{ massG: (2 * powderG) / weighedG, at: "2026-11-20T10:01:00.000Z" }]);
  });
});

describe("the stock", () => {
  it("is the count less what was taken since; what was taken before is in the count", () => {
    const taken = [by([takes(50, "2026-10-30T10:00:00.000Z"), takes(120, AT)]), by([takes(30, AT)], "c")];
    const [m] = stockOf({ materials: [entry({})] }, taken);
    expect(m).toMatchObject({ onHandG: 850, takenG: 150, overdrawnG: 0, low: null });
    expect(m.by.map((b) => b.massG)).toEqual([120, 30]);
  });

  it("never goes under nothing, and says by how much the count was wrong", () => {
    const [m] = stockOf({ materials: [entry({ countedG: 100 })] }, [by([takes(130, AT)])]);
    expect(m).toMatchObject({ onHandG: 0, overdrawnG: 30, low: "empty" });
  });

  it("is low from where it was said to be, short where planned batches take more, and neither where it is not counted", () => {
    const low = (change: Partial<StockEntry>, plannedG = 0) =>
      stockOf({ materials: [entry(change)] }, [], [{ key: "oils:olive", kind: "oils", name: "", massG: plannedG }])[0]
        .low;
    expect(low({ lowG: 1000 })).toBe("low");
    expect(low({ lowG: 999 })).toBeNull();
    expect(low({}, 1001)).toBe("short");
    expect(low({}, 1000)).toBeNull();
    expect(low({ countedG: null, countedAt: null }, 5000)).toBeNull();
  });

  it("knows the lot in use: of what was weighed last, or of a later count", () => {
    const lot = (taken: TakenBy["taken"]) => stockOf({ materials: [entry({})] }, [by(taken)])[0].lot;
    expect(lot([takes(1, AT, "B"), takes(1, "2026-11-19T10:00:00.000Z", "C")])).toBe("B");
    expect(lot([takes(1, "2026-10-01T10:00:00.000Z", "old")])).toBe("A");
    expect(lot([takes(1, AT)])).toBe("A");
  });

  it("comes out the same in whatever order batches come, and a tick that is taken off gives back what it took", () => {
    const at = fc.integer({ min: 0, max: 50 }).map((d) => new Date(Date.parse(AT) - d * 86_400_000).toISOString());
    const taken = fc.record({ massG: fc.integer({ min: 1, max: 90 }), at });
    fc.assert(
      fc.property(fc.array(taken, { maxLength: 12 }), fc.nat(11), (list, k) => {
        const batches = list.map((t, i) => by([takes(t.massG, t.at)], String(i)));
        const of = (b: TakenBy[]) => stockOf({ materials: [entry({ countedG: 5000 })] }, b)[0];
        const all = of(batches);
        expect(of(batches.toReversed()).onHandG).toBe(all.onHandG);
        if (!list[k]) return;
        const counts = list[k].at > "2026-11-01T08:00:00.000Z";
        expect(of(batches.toSpliced(k, 1)).onHandG! - all.onHandG!).toBe(counts ? list[k].massG : 0);
      }),
      { seed: 7, numRuns: tries(200) },
    );
  });
});

it("a planned batch still needs what is not ticked", () => {
  const ticked = withTicks((id) => id.startsWith("oil:"));
  const still = stillNeeded(needsOf(ticked), takenOf(ticked));
  expect(still.some((n) => n.kind === "oils")).toBe(false);
  expect(still.some((n) => n.kind === "lye")).toBe(true);
});
