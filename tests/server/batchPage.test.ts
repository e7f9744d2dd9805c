import { beforeAll, describe, expect, it } from "vitest";
import { workedOutOf } from "../../src/core/derive/workedOut";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan, PlanRecord } from "../../src/core/document/schema";
import { createBatch, saveBatch } from "../../src/data/batches";
import { batchPage } from "../../src/server/batchPage";
import { database } from "../../src/server/database";
import { ownDatabase } from "../support/callRoute";

ownDatabase();

const STARTED = "2026-11-26T10:00:00.000Z";
const at = (minute: number) => Date.parse(STARTED) + 60_000 * minute;
const open = (id: string, wants?: Parameters<typeof batchPage>[1]) => {
  const response = { status: 200 };
  return batchPage({ params: { id }, response } as never, wants).then((page) => ({ ...page, response }));
};
/** Figures that a page opens with: the very same ones where they were kept. */
const figures = async (id: string, wants?: Parameters<typeof batchPage>[1]) => {
  const figures = workedOutOf((await open(id, wants)).initial?.document as Plan);
  if (!figures) throw new Error("the page opens without figures");
  return figures;
};
const stored = async (record: Partial<PlanRecord> = {}) => {
  const plan = newPlan("Evening", 1);
  const { db } = await database();
  return (await createBatch(db, { ...plan, record: { ...plan.record, ...record } })).id;
};

describe("what a page of a batch opens with", () => {
  let planned: string;
  beforeAll(async () => {
    planned = await stored();
  });

  it("are the figures of its plan, worked out once a version", async () => {
    const first = await figures(planned);
    expect(await figures(planned)).toBe(first);
    const { db } = await database();
    await saveBatch(db, planned, 1, { ...newPlan("Evening", 1), title: "Night" });
    const saved = await open(planned);
    expect(saved.initial).toMatchObject({ version: 2, document: { title: "Night" } });
    expect(workedOutOf(saved.initial?.document as Plan)).not.toBe(first);
  });

  it("a pour that has not begun opens with those of the plan, at any moment", async () => {
    expect(await figures(planned, { atMs: at(1) })).toBe(await figures(planned, { atMs: at(50) }));
    expect(await figures(planned, { atMs: at(1) })).toBe(await figures(planned));
  });

  it("while it is poured they are those of the moment and not kept, afterwards those of its end", async () => {
    const pouring = await stored({ startedAt: STARTED });
    const [early, late] = [await figures(pouring, { atMs: at(1) }), await figures(pouring, { atMs: at(9) })];
    expect(late).not.toBe(early);
    expect(late.timeline).not.toEqual(early.timeline);
    const over = await stored({ startedAt: STARTED, finishedAt: new Date(at(9)).toISOString() });
    expect(await figures(over, { atMs: at(60) })).toBe(await figures(over, { atMs: at(2000) }));
    expect((await figures(over, { atMs: at(60) })).timeline).toEqual(late.timeline);
    // The sheet speaks of the plan, whatever has been poured.
    expect(await figures(over)).not.toBe(await figures(over, { atMs: at(60) }));
  });

  it("pictures are drawn for the page that shows them", async () => {
    expect((await open(planned)).stills).toEqual({});
    expect(Object.keys((await open(planned, { faces: "sheet" })).stills)).toContain("face");
  });

  it("what of the libraries its views need, and no more", async () => {
    expect(Object.keys((await open(planned)).atHand)).toEqual(["settings"]);
    const { atHand } = await open(planned, { parts: ["tools", "scents", "stock"] });
    expect(Object.keys(atHand)).toEqual(["settings", "tools", "scents", "stock"]);
    expect(atHand.tools).toEqual([]);
  });

  it("a batch that is not there is said to be missing, one that cannot be read opens without figures", async () => {
    const none = await open("none");
    expect([none.response.status, none.initial]).toEqual([404, null]);
    const { db } = await database();
    const { id } = await createBatch(db, newPlan("Evening", 1));
    await saveBatch(db, id, 1, { ...newPlan("Evening", 1), schemaVersion: 999 } as never);
    const odd = await open(id);
    expect([odd.response.status, odd.instead]).toEqual([200, "Laying out the batch…"]);
    expect(odd.initial?.document).toMatchObject({ schemaVersion: 999 });
  });
});
