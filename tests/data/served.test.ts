import { sql } from "drizzle-orm";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import type { Change } from "../../src/core/practice/change";
import { createBatch, getBatch, saveBatch } from "../../src/data/batches";
import type { OpenDatabase } from "../../src/data/database";
import { allLessons, putLessons } from "../../src/data/lessons";
import { openDatabase } from "../../src/data/open";
import { getSettings, saveSettings } from "../../src/data/settings";
import { engines, opened } from "../support/places";
import { postgresPrograms, startPostgres, type TestServer } from "../support/postgres";

/** Waits until something holds; fails after ten seconds. */
async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 400; i++) {
    if (await isSo()) return;
    await new Promise((done) => setTimeout(done, 25));
  }
  throw new Error("it did not come about within ten seconds");
}

describe.each(engines())("what is committed in the $name database", (engine) => {
  const open = opened(engine);

  it("is told to who listens, with the version that stands now, and no longer once that has ended", async () => {
    const heard: Change[] = [];
    const stop = await open.listen({ onChange: (n) => heard.push(n), onGap: () => {} });
    const { id } = await createBatch(open.db, newPlan("Told of", 1), "with a space");
    await saveBatch(open.db, id, 1, newPlan("Told of again", 1));
    await saveBatch(open.db, id, 1, newPlan("Too late", 1));
    await putLessons(open.db, id, [{ unknown: "pace", mean: 0, precision: 1 }]);
    await until(() => heard.some((n) => n.kind === "lessons"));
    expect(heard.filter((n) => n.kind === "batch")).toEqual([
      { kind: "batch", version: 1, id: "with a space" },
      { kind: "batch", version: 2, id: "with a space" },
    ]);
    await stop();
    const { length } = heard;
    await createBatch(open.db, newPlan("Not told of", 1));
    await new Promise((done) => setTimeout(done, 100));
    expect(heard.length).toBe(length);
  });

  it("is not told where it was taken back", async () => {
    const heard: Change[] = [];
    const stop = await open.listen({ onChange: (n) => heard.push(n), onGap: () => {} });
    await expect(
      open.db.transaction(async (tx) => {
        await createBatch(tx, newPlan("Taken back", 1), "never");
        throw new Error("no");
      }),
    ).rejects.toThrow("no");
    await createBatch(open.db, newPlan("Stays", 1), "stays");
    await until(() => heard.some((n) => n.id === "stays"));
    expect(heard.map((n) => n.id)).not.toContain("never");
    await stop();
  });
});

describe.skipIf(!postgresPrograms())("several processes on one database server", () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startPostgres();
  });
  afterAll(() => server.stop());
  const openAll = async (count: number) => {
    const address = await server.newDatabase();
    return Promise.all(Array.from({ length: count }, () => openDatabase(address)));
  };

  it("six that start at once on an empty database all open it, and the oils are there once", async () => {
    const all = await openAll(6);
    const { length } = await all[0].db.query.libraryItems.findMany();
    expect(length).toBeGreaterThan(30);
    for (const { db } of all) expect((await db.query.libraryItems.findMany()).length).toBe(length);
    for (const open of all) await open.close();
  });

  it("no save is lost: every acknowledged one stands above the one that it had seen", async () => {
    const all = await openAll(2);
    const { id } = await createBatch(all[0].db, newPlan("0", 1));
    let saved = 0;
    let conflicts = 0;
    const writer = async ({ db }: OpenDatabase) => {
      for (let i = 0; i < 15; i++) {
        const seen = (await getBatch(db, id))!;
        const result = await saveBatch(db, id, seen.version, newPlan(String(Number(seen.document.title) + 1), 1));
        if (result.kind === "saved") saved++;
        else conflicts++;
      }
    };
    await Promise.all([0, 1, 0, 1, 0, 1, 0, 1].map((i) => writer(all[i])));
    const stands = (await getBatch(all[0].db, id))!;
    expect(saved + conflicts).toBe(120);
    expect(conflicts).toBeGreaterThan(0);
    // Each save counted up from what it had seen: the title says how many came through, and none of them over another.
    expect(stands.document.title).toBe(String(saved));
    expect(stands.version).toBe(saved + 1);
    for (const open of all) await open.close();
  });

  it("lessons that are taught at the same moment replace each other whole", async () => {
    const all = await openAll(2);
    const { id } = await createBatch(all[0].db, newPlan("Teacher", 1));
    const taught = (mean: number) => ["pace", "F:a", "J:a"].map((unknown) => ({ unknown, mean, precision: 1 }));
    for (let round = 0; round < 10; round++) {
      await Promise.all([1, 2, 3, 4].map((k) => putLessons(all[k % 2].db, id, taught(10 * round + k))));
      const means = (await allLessons(all[0].db)).map((l) => l.mean);
      expect(means).toHaveLength(3);
      expect(new Set(means).size).toBe(1);
    }
    for (const open of all) await open.close();
  });

  it("of two that save the first settings one wins", async () => {
    const all = await openAll(2);
    const { document } = await getSettings(all[0].db);
    const results = await Promise.all(all.map(({ db }) => saveSettings(db, 0, document)));
    expect(results.filter((r) => r === null)).toHaveLength(1);
    for (const open of all) await open.close();
  });

  it("one process hears what another commits, also after its connection was lost, and is told that it may have missed some", async () => {
    const [mine, other] = await openAll(2);
    const heard: string[] = [];
    let gaps = 0;
    await mine.listen({ onChange: (n) => heard.push(n.id), onGap: () => gaps++ });
    await createBatch(other.db, newPlan("a", 1), "before");
    await until(() => heard.includes("before"));
    await server.cutConnections();
    await until(() => gaps > 0);
    // A query whose connection is gone may fail once; the next one finds a new connection.
    await until(() =>
      createBatch(other.db, newPlan("b", 1), "after").then(
        () => true,
        () => false,
      ),
    );
    await until(() => heard.includes("after"));
    expect(gaps).toBe(1);
    await mine.close();
    await other.close();
  });

  it("a document is kept character by character", async () => {
    const [open] = await openAll(1);
    const odd = newPlan('Quote " \\ \u{1f319} \u2028', 4_294_967_295);
    const { id } = await createBatch(open.db, odd);
    const [{ text }] = await open.db
      .select({ text: sql<string>`document::text` })
      .from((await import("../../src/data/schema")).batches);
    expect(text).toBe(JSON.stringify(odd));
    expect((await getBatch(open.db, id))!.document).toEqual(odd);
    await open.close();
  });
});
