import { eq } from "drizzle-orm";
import { beforeAll, describe, expect, it } from "vitest";
import { needsOf } from "../../src/core/derive/materialNeeds";
import { summaryOf } from "../../src/core/derive/shelf";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import type { Plan } from "../../src/core/document/schema";
import type { Need } from "../../src/core/practice/stockSchema";
import {
  type Batch,
  createBatch,
  getBatch,
  listBoard,
  listCare,
  listDue,
  listPlanned,
  saveBatch,
  summariseOldRows,
} from "../../src/data/batches";
import { demoBatches } from "../../src/data/demo/studio";
import { batches } from "../../src/data/schema";
import { engines, opened } from "../support/places";

describe.each(engines())("boards of the shelf on $name", (engine) => {
  const open = opened(engine);
  const page = { search: "", offset: 0, limit: 200 };
  const today = "2026-11-24";
  beforeAll(async () => {
    for (const { plan } of demoBatches(today)) await createBatch(open.db, plan);
  });

  it("every batch stands on one board, and moves from curing to ready on its day", async () => {
    const ids = async (board: "planned" | "curing" | "ready", day: string) =>
      (await listBoard(open.db, board, day, page)).rows.map((r) => r.id);
    const { length } = await open.db.select().from(batches);
    for (const day of ["2026-01-01", today, "2030-01-01"]) {
      const all = [...(await ids("planned", day)), ...(await ids("curing", day)), ...(await ids("ready", day))];
      expect(new Set(all).size).toBe(all.length);
      expect(all.length).toBe(length);
    }
    expect(await ids("curing", "2030-01-01")).toEqual([]);
    const [curing] = (await listBoard(open.db, "curing", today, page)).rows;
    const readyOn = curing.summary.dates!.readyOn;
    expect(await ids("ready", readyOn)).toContain(curing.id);
    expect(await ids("ready", today)).not.toContain(curing.id);
  });

  it("what is asked after a pour comes by its first hour; what is answered, planned or cut asks nothing", async () => {
    for (const [title, at] of [
      ["Asked later", "2026-11-24T11:00:00.000Z"],
      ["Asked sooner", "2026-11-24T09:00:00.000Z"],
    ]) {
      const plan = newPlan(title, 8);
      const done = afterBench(
        plan,
        { kind: "started", id: "s", at, by: "" },
        { kind: "finished", id: "f", at, by: "" },
      );
      await createBatch(open.db, done);
    }
    const asked = await listCare(open.db, 50);
    const titles = asked.map((b) => b.title);
    expect(titles.indexOf("Asked later")).toBeGreaterThan(titles.indexOf("Asked sooner"));
    expect(titles).toContain("Asked sooner");
    const firstMs = (b: Batch) => Math.min(...b.summary!.care.map((c) => Date.parse(c.dueAt)));
    expect(asked.every((b) => b.phase === "poured" && b.summary!.care.length > 0)).toBe(true);
    expect(asked.map(firstMs)).toEqual(asked.map(firstMs).sort((a, b) => a - b));
    expect((await listCare(open.db, 1)).map((b) => b.id)).toEqual([asked[0].id]);
    const plan = asked[0].document;
    const days = { unmoulded: today, cut: today, ready: null };
    await saveBatch(open.db, asked[0].id, asked[0].version, { ...plan, record: { ...plan.record, days } });
    expect((await listCare(open.db, 50)).map((b) => b.id)).not.toContain(asked[0].id);
    await saveBatch(open.db, asked[0].id, asked[0].version + 1, plan);
    expect((await listCare(open.db, 50)).map((b) => b.id)).toEqual(asked.map((b) => b.id));
  });

  it("what is due comes by date, stays when its day is past, goes when it is answered, and no more than asked for", async () => {
    const due = await listDue(open.db, 3);
    expect(due.length).toBe(3);
    const dates = due.map((r) => r.summary.due[0].on);
    expect([...dates].sort()).toEqual(dates);
    // Poured yesterday and not unmoulded yet: due today, and still due in a year.
    const late = due.find((r) => r.title === "Perihelion")!;
    expect(late.summary.due.map((d) => d.what)).toEqual(["unmould", "cut", "ready"]);
    const { document } = (await getBatch(open.db, late.id))!;
    const plan = document as Plan;
    const answered = { ...plan, record: { ...plan.record, days: { unmoulded: today, cut: today, ready: today } } };
    await saveBatch(open.db, late.id, late.version, answered);
    expect((await listDue(open.db, 20)).map((r) => r.id)).not.toContain(late.id);
  });

  it("planned batches come with what they still take: what is ticked is off it, and what is poured takes nothing", async () => {
    const plan = newPlan("Needy", 6);
    const { id, version } = await createBatch(open.db, { ...plan, pourOn: "2026-12-24" });
    const own = async () => (await listPlanned(open.db, 200)).find((b) => b.id === id);
    expect(await own()).toEqual({ id, title: "Needy", pourOn: "2026-12-24", needs: needsOf(plan) });
    const [oil] = plan.batters[0].oils;
    const tick = { id: `oil:${plan.batters[0].id}:${oil.id}`, massG: 100, at: "2026-11-24T10:00:00.000Z", lot: "" };
    const ticked = { ...plan, weighUp: { ...plan.weighUp, ticks: [tick] } };
    await saveBatch(open.db, id, version, ticked);
    const of = (needs: readonly Need[]) => needs.find((n) => n.key === `oils:${oil.oilId}`)!.massG;
    expect(of((await own())!.needs)).toBeCloseTo(of(needsOf(plan)) - 100, 6);
    const begun = { ...ticked, record: { ...ticked.record, startedAt: "2026-11-24T12:00:00.000Z" } };
    await saveBatch(open.db, id, version + 1, begun);
    expect(await own()).toBeUndefined();
    expect((await listPlanned(open.db, 1)).length).toBe(1);
  });

  it("summaries of an older making are made anew, in the background, and never over a newer save", async () => {
    const made = await createBatch(open.db, newPlan("Model", 4));
    const old = { ...summaryOf(newPlan("Model", 4)).summary, model: 0, massG: 1 };
    await open.db.update(batches).set({ summary: old, rack: null, needs: null }).where(eq(batches.id, made.id));
    expect(await summariseOldRows(open.db, () => true)).toBe(0);
    expect(await summariseOldRows(open.db)).toBeGreaterThanOrEqual(1);
    const [row] = (await listBoard(open.db, "planned", today, { ...page, search: "model" })).rows;
    expect(row.summary.massG).toBeGreaterThan(1000);
    expect(await summariseOldRows(open.db)).toBe(0);
    const [again] = await open.db.select().from(batches).where(eq(batches.id, made.id));
    expect(again.rack!.bars).toBeGreaterThan(5);
    expect(again.needs!.length).toBeGreaterThan(3);
  });

  it("rows without a summary are hidden until they are summarised, then as if saved anew", async () => {
    const plan = newPlan("Older", 3);
    const made = await createBatch(open.db, plan);
    await open.db.update(batches).set({ summary: null, title: "" }).where(eq(batches.id, made.id));
    expect((await listBoard(open.db, "planned", today, page)).rows.map((r) => r.id)).not.toContain(made.id);
    expect(await summariseOldRows(open.db)).toBe(1);
    const [row] = (await listBoard(open.db, "planned", today, { ...page, search: "older" })).rows;
    expect(row).toMatchObject({ id: made.id, title: "Older" });
    expect(row.summary).toEqual(JSON.parse(JSON.stringify(summaryOf(plan).summary)));
  });
});
