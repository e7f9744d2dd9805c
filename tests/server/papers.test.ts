import { describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import * as copy from "../../src/pages/api/batches/[id]/copy";
import * as batches from "../../src/pages/api/batches/index";
import * as orders from "../../src/pages/api/orders";
import * as rack from "../../src/pages/api/rack";
import * as stock from "../../src/pages/api/stock";
import { call, ownDatabase } from "../support/callRoute";

ownDatabase();

describe("the papers of the studio over the API", () => {
  it("stock and orders are saved over the version that was seen, and refused with their field", async () => {
    const first = await call(stock.GET);
    const material = { id: "m1", key: "oils:olive", kind: "oils", name: "Olive oil", lot: "", lowG: null };
    const counted = { ...material, countedG: 900, countedAt: "2026-11-01T08:00:00.000Z" };
    const saved = await call(stock.PUT, { body: { materials: [counted] }, seen: first.answer.version });
    expect(saved.status).toBe(200);
    expect((await call(stock.GET)).answer).toEqual(saved.answer);
    const late = await call(stock.PUT, { body: { materials: [] }, seen: first.answer.version });
    expect([late.status, late.answer.current.version]).toEqual([409, saved.answer.version]);
    const wrong = { materials: [{ ...counted, countedG: -1 }] };
    const refused = await call(stock.PUT, { body: wrong, seen: saved.answer.version });
    expect([refused.status, refused.answer.fields[0].field]).toEqual([422, "materials[0].countedG"]);
    const order = {
      id: "o1",
      title: "Market",
      isRelease: false,
      dueOn: "tomorrow",
      notes: "",
      lines: [],
      closedOn: null,
    };
    const bad = await call(orders.PUT, { body: { orders: [order], given: [], keptUp: [] }, seen: 0 });
    expect([bad.status, bad.answer.fields[0].field]).toEqual([422, "orders[0].dueOn"]);
    expect((await call(orders.PUT, { body: { orders: [], given: [], keptUp: [] } })).status).toBe(428);
  });

  it("the rack says of every batch what can be given of it, and which soap it is", async () => {
    const { id } = (await call(batches.POST, { body: newPlan("Soap on the rack", 5) })).answer;
    const copied = (await call(copy.POST, { params: { id } })).answer.id;
    const rows = (await call(rack.GET)).answer.batches as { id: string; rootId: string; bars: number; state: string }[];
    const of = (one: string) => rows.find((r) => r.id === one);
    expect(of(copied)).toMatchObject({ rootId: id, state: "planned", isCounted: false });
    expect(of(id)!.bars).toBe(of(copied)!.bars);
    // A plan whose day went by more than a year ago serves no order, unless one speaks of it.
    const { id: gone } = (await call(batches.POST, { body: { ...newPlan("Gone by", 6), pourOn: "2020-02-02" } }))
      .answer;
    const onRack = async () => (await call(rack.GET)).answer.batches.map((r: { id: string }) => r.id);
    expect(await onRack()).not.toContain(gone);
    const { version, document } = (await call(orders.GET)).answer;
    const kept = { ...document, keptUp: [{ id: "k1", ofBatchId: gone, bars: 5 }] };
    expect((await call(orders.PUT, { body: kept, seen: version })).status).toBe(200);
    expect(await onRack()).toContain(gone);
  });
});
