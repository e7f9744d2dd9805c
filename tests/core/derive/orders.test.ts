import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { plannedCut } from "../../../src/core/cut/planned";
import { derive } from "../../../src/core/derive/derive";
import { linePlan, madeFor, makeAgain, orderDays, type RackBatch, rackRows } from "../../../src/core/derive/orders";
import { rackOf } from "../../../src/core/derive/rack";
import type { Plan } from "../../../src/core/document/schema";
import type { Order, OrderLine, Orders } from "../../../src/core/practice/ordersSchema";
import { demoBatches } from "../../../src/data/demo/studio";
import { tries } from "../../support/tries";

const TODAY = "2026-11-27";
const batch = (id: string, change: Partial<RackBatch> = {}): RackBatch => ({
  ...{ id, title: id, state: "ready", pourOn: "2026-09-01", readyOn: "2026-10-06", rootId: "root" },
  ...{ bars: 10, isCounted: false, kept: 0, samples: 0, curedG: 130, leadDays: 36, moulds: ["Loaf"] },
  ...change,
});
const line = (change: Partial<OrderLine> = {}): OrderLine => ({
  ...{ id: "l", soap: "Soap", ofBatchId: "a", bars: 40, curedG: null, allocated: [] },
  ...change,
});
const order = (lines: OrderLine[], change: Partial<Order> = {}): Order => ({
  ...{ id: "o", title: "Market", isRelease: false, dueOn: "2027-02-01", notes: "", lines, closedOn: null },
  ...change,
});
const paper = (orders: Order[] = [], more: Partial<Orders> = {}): Orders => ({
  orders,
  given: [],
  keptUp: [],
  ...more,
});
const planOf = (o: Order, batches: RackBatch[], more: Partial<Orders> = {}) =>
  linePlan(o, o.lines[0], rackRows(paper([o], more), batches), TODAY);

describe("an order", () => {
  it("of 40 bars of a soap of 21 a batch: two batches of 20, one bar of each is kept; the latest day is lead days before", () => {
    const plan = planOf(order([line()]), [batch("a", { bars: 21, state: "planned", pourOn: null, readyOn: null })]);
    expect(plan).toMatchObject({
      open: 40,
      make: { batches: 2, barsEach: 20, latestPourOn: "2026-12-27", lateDays: 0 },
    });
  });

  it("that is due too soon says by how much, and when it would be ready", () => {
    const { make } = planOf(order([line()], { dueOn: "2026-12-20" }), [batch("a")]);
    expect(make).toMatchObject({ latestPourOn: "2026-11-14", lateDays: 13, readyIfToday: "2027-01-02" });
  });

  it("is served from batches of the same soap alone, those in time first, no more than is free and wanted", () => {
    const batches = [
      batch("a", { bars: 21 }),
      batch("late", { state: "curing", readyOn: "2027-03-01" }),
      batch("soon", { state: "curing", readyOn: "2026-12-30" }),
      batch("other", { rootId: "else" }),
      batch("spent", { bars: 3 }),
    ];
    const given = [{ id: "g", batchId: "spent", bars: 3, on: TODAY, to: "" }];
    const { candidates } = planOf(order([line({ bars: 25 })]), batches, { given });
    expect(candidates.map((c) => [c.batch.id, c.take, c.isLate])).toEqual([
      ["a", 21, false],
      ["soon", 10, false],
      ["late", 10, true],
    ]);
  });

  it("counts what is allocated, says what is not ready in time, and bars of another weight", () => {
    const allocated = [{ id: "x", batchId: "late", bars: 8 }];
    const batches = [batch("a", { curedG: 90 }), batch("late", { readyOn: null, state: "planned" })];
    const plan = planOf(order([line({ bars: 10, allocated, curedG: 130 })]), batches);
    expect(plan.open).toBe(2);
    expect(plan.allocated).toMatchObject([{ bars: 8, isLate: true }]);
    expect(plan.candidates.map((c) => [c.batch.id, c.isOff])).toEqual([
      ["a", true],
      ["late", false],
    ]);
    expect(planOf(order([line({ bars: 8, allocated })]), batches)).toMatchObject({
      open: 0,
      candidates: [],
      make: null,
    });
  });

  it("of a soap that nobody chose, or whose batch is gone, promises nothing", () => {
    for (const ofBatchId of [null, "gone"])
      expect(planOf(order([line({ ofBatchId })]), [batch("a")])).toMatchObject({
        open: 40,
        candidates: [],
        make: null,
      });
    const noBars = planOf(order([line()]), [batch("a", { bars: 1 })]);
    expect(noBars.make).toBeNull();
  });

  it("allocated as is offered is served in full or leaves what there is not, and no batch gives more than it has", () => {
    const sizes = fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(sizes, fc.integer({ min: 1, max: 90 }), (bars, wanted) => {
        const batches = bars.map((n, i) => batch(i === 0 ? "a" : `b${i}`, { bars: n }));
        let o = order([line({ bars: wanted })]);
        for (let k = 0; k < 10; k++) {
          const [next] = planOf(o, batches).candidates;
          if (!next) break;
          const more = { id: `x${k}`, batchId: next.batch.id, bars: next.take };
          o = order([{ ...o.lines[0], allocated: [...o.lines[0].allocated, more] }]);
        }
        const there = bars.reduce((s, n) => s + n, 0);
        expect(planOf(o, batches).open).toBe(Math.max(0, wanted - there));
        expect(rackRows(paper([o]), batches).every((r) => r.free >= 0)).toBe(true);
      }),
      { seed: 11, numRuns: tries(200) },
    );
  });
});

describe("make again", () => {
  const keptUp = [
    { id: "k1", ofBatchId: "a", bars: 12 },
    { id: "k2", ofBatchId: "c", bars: 5 },
  ];
  it("names what runs low first; curing and planned bars count, promised ones do not", () => {
    const taken = order([line({ bars: 6, allocated: [{ id: "x", batchId: "a", bars: 6 }] })]);
    const batches = [batch("a"), batch("a2", { state: "curing", bars: 3 }), batch("c", { rootId: "c" })];
    const list = makeAgain(paper([taken], { keptUp }), rackRows(paper([taken], { keptUp }), batches), TODAY);
    expect(list.map((m) => [m.ofBatchId, m.free, m.ready, m.make?.batches ?? 0])).toEqual([
      ["a", 7, 4, 1],
      ["c", 10, 10, 0],
    ]);
    const planned = [...batches, batch("a3", { state: "planned" })];
    const enough = makeAgain(paper([taken], { keptUp }), rackRows(paper([taken], { keptUp }), planned), TODAY);
    expect(enough.find((m) => m.ofBatchId === "a")).toMatchObject({ planned: 10, make: null });
  });
});

describe("bars on the rack", () => {
  const { plan } = demoBatches(TODAY).find((b) => b.id === "demo-meteor-shower")!;
  it("are as planned before the cut, and as its cuts are laid out", () => {
    const planned = rackOf(plan);
    expect(planned).toMatchObject({ bars: derive(plan).mouldBars[0].bars, isCounted: false, moulds: ["Loaf"] });
    expect(planned.curedG).toBeGreaterThan(100);
    const mouldId = plan.moulds[0].id;
    const { cutting, up } = plannedCut(plan, derive(plan).masses!, mouldId)!;
    const halved = {
      ...cutting,
      steps: [
        ...cutting.steps,
        {
          ...cutting.steps[0],
          id: "k2",
          ofId: "k1",
          axis: "height",
          trimStartMm: 0,
          trimEndMm: 0,
          division: { kind: "parts", count: 2 },
        },
      ],
    };
    const laid: Plan = { ...plan, cutting: { ...plan.cutting, moulds: [halved as Plan["cutting"]["moulds"][number]] } };
    expect(rackOf(laid).bars).toBe(2 * up.bars.length);
    expect(rackOf(laid).curedG! / planned.curedG!).toBeCloseTo(0.5, 1);
  });
  it("are what came at the cut less those kept and the samples", () => {
    const bar = (number: number, fate: "rack" | "keep" | "sample") => ({
      ...{ id: `c${number}`, mouldId: plan.moulds[0].id, number, isAsPredicted: true, findings: [], massG: null, fate },
    });
    const bars = [bar(1, "keep"), bar(2, "sample"), bar(3, "rack"), bar(4, "rack")];
    const cut: Plan = { ...plan, record: { ...plan.record, cutDay: { ...plan.record.cutDay, bars } } };
    expect(rackOf(cut)).toMatchObject({ bars: 2, kept: 1, samples: 1, isCounted: true });
  });
});

it("a batch for an order is called after its soap and the order", () => {
  expect(madeFor("Halo", "Lantern Market", 1, 1)).toBe("Halo, Lantern Market");
  expect(madeFor("Halo", "Lantern Market", 2, 3)).toBe("Halo, Lantern Market 2 of 3");
});

it("the days of open orders: when they are due, and the latest day to pour what is to be made", () => {
  const market = order([line()]);
  const late = order([line({ id: "l2" })], { id: "o2", dueOn: "2026-12-01", isRelease: true });
  const gone = order([line()], { id: "o3", closedOn: TODAY });
  const days = orderDays(paper([market, late, gone]), [batch("a", { bars: 21, state: "planned" })], TODAY);
  expect(days.map((d) => [d.id, d.on, d.words])).toEqual([
    ["order-o", "2027-02-01", "Market: due"],
    ["line-l", "2026-12-27", "Soap for Market: latest day to pour"],
    ["order-o2", "2026-12-01", "Market: release"],
  ]);
});
