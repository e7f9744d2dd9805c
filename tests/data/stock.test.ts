import { sql } from "drizzle-orm";
import { describe, expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import { tickOf } from "../../src/core/prepare/tick";
import { createBatch, getBatch, saveBatch } from "../../src/data/batches";
import { allParts, changesOfRestore, contentsOf, putContents } from "../../src/data/contents";
import { COLOURANTS } from "../../src/data/demo/library";
import { getLibraryItem, putLibraryItem } from "../../src/data/library";
import { getPaper, savePaper } from "../../src/data/papers";
import { liftCounts, stockNow } from "../../src/data/stock";
import { bench } from "../../src/server/libraryAnswer";
import { engines, opened } from "../support/places";

const OLD = { ...COLOURANTS["c-ink"], lot: "AZ-0412", stockG: 86 };

describe.each(engines())("the stock in a $name database", (engine) => {
  const open = opened(engine);

  it("takes over what rows of an older Tundish counted, once, and the rows no longer say it", async () => {
    await putLibraryItem(open.db, "colourants", "c-old", OLD as never);
    await liftCounts(open.db);
    await liftCounts(open.db);
    const { document } = await getPaper(open.db, "stock");
    expect(document.materials).toMatchObject([{ key: "colourants:c-old", countedG: 86, lot: "AZ-0412", lowG: null }]);
    expect((await getLibraryItem(open.db, "colourants", "c-old"))!.document).toEqual(COLOURANTS["c-ink"]);
  });

  it("goes down by a tick that is saved, and up again when it is taken off", async () => {
    const stored = await getPaper(open.db, "stock");
    const olive = { id: "olive", key: "oils:olive", kind: "oils", name: "Olive oil", lot: "", lowG: null } as const;
    const counted = { ...olive, countedG: 5000, countedAt: "2026-11-01T08:00:00.000Z" };
    await savePaper(open.db, "stock", stored.version, { materials: [...stored.document.materials, counted] });
    const leftG = async () => (await stockNow(open.db)).find((m) => m.key === "oils:olive")!.onHandG!;
    const plan = newPlan("Ticked", 3);
    const made = await createBatch(open.db, plan);
    expect(await leftG()).toBe(5000);
    const line = derive(plan).weighUp.find((i) => i.id.startsWith("oil:") && /olive/i.test(i.words))!;
    const ticked = { ...plan, weighUp: { ...plan.weighUp, ticks: [tickOf(line, "2026-11-20T10:00:00.000Z", "OL-9")] } };
    await saveBatch(open.db, made.id, made.version, ticked);
    expect(await leftG()).toBeCloseTo(5000 - line.massG!, 6);
    expect((await stockNow(open.db)).find((m) => m.key === "oils:olive")!.lot).toBe("OL-9");
    await saveBatch(open.db, made.id, made.version + 1, plan);
    expect(await leftG()).toBe(5000);
  });

  it("stands beside every batch as it is, without who took of it: that would grow with the batches", async () => {
    const plan = newPlan("Also ticked", 4);
    const line = derive(plan).weighUp.find((i) => i.id.startsWith("oil:") && /olive/i.test(i.words))!;
    const ticks = [tickOf(line, "2026-11-20T10:00:00.000Z", "")];
    const beside = async () => (await bench(open.db, ["stock"])).stock;
    const size = async () => JSON.stringify((await beside()).map((m) => ({ ...m, onHandG: 0, takenG: 0 }))).length;
    const made = await createBatch(open.db, { ...plan, weighUp: { ...plan.weighUp, ticks } });
    const before = await size();
    for (let i = 0; i < 3; i++) await createBatch(open.db, { ...plan, weighUp: { ...plan.weighUp, ticks } });
    expect(await size()).toBe(before);
    const olive = (await beside()).find((m) => m.key === "oils:olive")!;
    expect(olive.onHandG).toBeCloseTo(5000 - 4 * line.massG!, 6);
    expect((await getBatch(open.db, made.id))!.document.weighUp.ticks).toHaveLength(1);
  });

  it("is saved over the version that was seen only", async () => {
    const stored = await getPaper(open.db, "stock");
    expect(await savePaper(open.db, "stock", stored.version - 1, stored.document)).toBeNull();
    expect(await savePaper(open.db, "orders", 1, { orders: [], given: [], keptUp: [] })).toBeNull();
    expect((await getPaper(open.db, "orders")).version).toBe(0);
  });

  it("is in a backup and comes back; one of an older Tundish brings what its rows counted", async () => {
    const before = await getPaper(open.db, "stock");
    const parts = await allParts(open.db);
    await open.db.execute(sql`delete from papers`);
    const read = contentsOf("2026-11-27T10:00:00.000Z", JSON.parse(JSON.stringify(parts)));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(await changesOfRestore(open.db, read.contents)).toMatchObject({ stock: true, orders: false });
    await putContents(open.db, read.contents, async () => null);
    expect(await changesOfRestore(open.db, read.contents)).toMatchObject({ stock: false, orders: false });
    expect((await getPaper(open.db, "stock")).document).toEqual(before.document);
    const old = parts
      .filter((p) => !p.path.startsWith("papers/"))
      .map((p) => (p.path.endsWith("c-old.json") ? { ...p, value: { ...(p.value as object), document: OLD } } : p));
    const lifted = contentsOf("2026-11-27T10:00:00.000Z", JSON.parse(JSON.stringify(old)));
    if (!lifted.ok) throw new Error(JSON.stringify(lifted.problems));
    expect(lifted.contents.papers).toMatchObject([{ id: "stock", document: { materials: [{ countedG: 86 }] } }]);
    expect(lifted.contents.items.find((i) => i.id === "c-old")!.document).toEqual(COLOURANTS["c-ink"]);
  });
});
