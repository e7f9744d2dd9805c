import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { createBatch, getBatch, saveBatch } from "../../src/data/batches";
import type { OpenDatabase } from "../../src/data/database";
import { demoLibrary, FORMULAS } from "../../src/data/demo/library";
import { demoStock } from "../../src/data/demo/stock";
import { demoBatches } from "../../src/data/demo/studio";
import { addDevice } from "../../src/data/devices";
import { putLessons } from "../../src/data/lessons";
import { createLibraryItem, putLibraryItem, saveLibraryItem } from "../../src/data/library";
import { copyAll, NotEmpty, statesOf, TABLES } from "../../src/data/move";
import { openDatabase } from "../../src/data/open";
import { savePaper } from "../../src/data/papers";
import * as schema from "../../src/data/schema";
import { getSettings, saveSettings } from "../../src/data/settings";
import { postgresPrograms, startPostgres, type TestServer } from "../support/postgres";

const base = mkdtempSync(join(tmpdir(), "tundish-move-"));
afterAll(() => rmSync(base, { recursive: true, force: true }));

async function fill({ db }: OpenDatabase): Promise<void> {
  for (const { id, plan } of demoBatches("2026-11-26")) await createBatch(db, plan, id);
  for (const { kind, id, document } of demoLibrary()) await putLibraryItem(db, kind, id, document);
  await createBatch(db, newPlan('Quote " \\ \u{1f319} \u2028', 4_294_967_295), "odd id, with ünïcode");
  await saveBatch(db, "odd id, with ünïcode", 1, newPlan("Saved twice", 1));
  const own = (await createLibraryItem(db, "formulas", FORMULAS["f-slow"]))!;
  await saveLibraryItem(db, "formulas", own.id, 1, { document: FORMULAS["f-slow"], isArchived: true });
  await putLessons(db, "odd id, with ünïcode", [{ unknown: "pace", mean: 0.1 + 0.2, precision: 1 / 3 }]);
  await saveSettings(db, 0, (await getSettings(db)).document);
  await savePaper(db, "stock", 0, demoStock("2026-11-26"));
  await addDevice(db, "Tablet at the bench", "hash");
}

describe("what is moved", () => {
  it("is every table that there is", () => {
    const all = Object.values(schema).filter((t) => TABLES.includes(t as never));
    const tables = Object.values(schema).filter((t) => typeof t === "object" && Symbol.for("drizzle:Name") in t);
    expect(all.length).toBe(TABLES.length);
    expect(tables.length).toBe(TABLES.length);
  });
});

describe.skipIf(!postgresPrograms())("moving to a database server and back", () => {
  let server: TestServer;
  let home: OpenDatabase;
  beforeAll(async () => {
    server = await startPostgres();
    home = await openDatabase(join(base, "home"));
    await fill(home);
  });
  afterAll(async () => {
    await home.close();
    await server.stop();
  });

  it("brings every row along as it stood, to the microsecond and the last character", async () => {
    const before = await statesOf(home.db);
    expect(before.every((t) => t.rows > 0)).toBe(true);
    const away = await openDatabase(await server.newDatabase());
    const seen: number[] = [];
    const there = await copyAll(home.db, away.db, (done) => seen.push(done));
    expect(there.map((t) => [t.name, t.digest]).sort()).toEqual(before.map((t) => [t.name, t.digest]).sort());
    expect(seen.at(-1)).toBe(before.reduce((sum, t) => sum + t.rows, 0));
    const back = await openDatabase(join(base, "back"));
    await copyAll(away.db, back.db);
    expect(await statesOf(back.db)).toEqual(before);
    // What came back is worked on as before: versions guard it.
    expect(await saveBatch(back.db, "odd id, with ünïcode", 1, newPlan("Late", 1))).toMatchObject({ kind: "conflict" });
    await away.close();
    await back.close();
  });

  it("never writes over anything, not even one own oil, and leaves both sides as they were", async () => {
    const away = await openDatabase(await server.newDatabase());
    const oil = { ...(await away.db.query.libraryItems.findFirst())!.document, id: "own-oil", name: "Own oil" };
    await createLibraryItem(away.db, "oils", oil as never);
    const before = await statesOf(away.db);
    await expect(copyAll(home.db, away.db)).rejects.toThrow(NotEmpty);
    expect(await statesOf(away.db)).toEqual(before);
    await away.close();
  });

  it("leaves nothing behind where it is broken off", async () => {
    const away = await openDatabase(await server.newDatabase());
    const before = await statesOf(away.db);
    await expect(
      copyAll(home.db, away.db, () => {
        throw new Error("the line went");
      }),
    ).rejects.toThrow("the line went");
    expect(await statesOf(away.db)).toEqual(before);
    expect(await getBatch(away.db, "odd id, with ünïcode")).toBeNull();
    await away.close();
  });
});
