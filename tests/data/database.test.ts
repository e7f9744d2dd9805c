import { spawn } from "node:child_process";
import { writeFileSync } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { createBatch, deleteBatch, getBatch, listBoard, putBatch, saveBatch } from "../../src/data/batches";
import { DataDirectoryInUse, lockDirectory } from "../../src/data/lock";
import { openDatabase } from "../../src/data/open";
import { writeBatchFile } from "../../src/formats/batchFile";
import { engines, opened } from "../support/places";

let directory: string;
beforeAll(async () => {
  directory = await mkdtemp(join(tmpdir(), "tundish-test-"));
});
afterAll(() => rm(directory, { recursive: true, force: true }));

describe.each(engines())("batches in the $name database", (engine) => {
  const open = opened(engine);

  it("come back byte for byte as they were stored", async () => {
    const plan = { ...newPlan('Quote " and \\ and ünïcode \u{1f319}', 4_294_967_295), notes: "two\nlines" };
    const made = await createBatch(open.db, plan);
    expect(made.version).toBe(1);
    expect(writeBatchFile((await getBatch(open.db, made.id))!.document)).toBe(writeBatchFile(plan));
  });

  it("are saved only over the version that was seen; the other is left and shown", async () => {
    const made = await createBatch(open.db, newPlan("First", 1));
    const saved = await saveBatch(open.db, made.id, 1, newPlan("Mine", 1));
    expect(saved).toMatchObject({ kind: "saved", row: { version: 2 } });
    const late = await saveBatch(open.db, made.id, 1, newPlan("Theirs", 1));
    expect(late).toMatchObject({ kind: "conflict", current: { version: 2, document: { title: "Mine" } } });
    expect(await saveBatch(open.db, "nobody", 1, newPlan("x", 1))).toEqual({ kind: "missing" });
  });

  it("two savers at once: one wins, one is told", async () => {
    const made = await createBatch(open.db, newPlan("Race", 1));
    const results = await Promise.all(["a", "b"].map((title) => saveBatch(open.db, made.id, 1, newPlan(title, 1))));
    expect(results.map((r) => r.kind).sort()).toEqual(["conflict", "saved"]);
  });

  it("are deleted only in the version that was seen, and put back under a fixed id", async () => {
    await putBatch(open.db, "fixed", newPlan("One", 1));
    await putBatch(open.db, "fixed", newPlan("Two", 1));
    expect(await deleteBatch(open.db, "fixed", 1)).toMatchObject({ kind: "conflict" });
    expect(await deleteBatch(open.db, "fixed", 2)).toMatchObject({ kind: "saved" });
    const page = { search: "", offset: 0, limit: 50 };
    expect((await listBoard(open.db, "planned", "2026-11-24", page)).rows.map((b) => b.id)).not.toContain("fixed");
  });
});

describe("a database that a power cut left", () => {
  it("opens with the engine's own lock file cut off", async () => {
    const place = join(directory, "cut-off");
    await (await openDatabase(place)).close();
    writeFileSync(join(place, "database", "postmaster.pid"), "");
    const open = await openDatabase(place);
    expect((await open.db.query.libraryItems.findMany()).length).toBeGreaterThan(30);
    await open.close();
  });
});

describe("the lock of a data directory", () => {
  it("refuses a second opening of its database", async () => {
    const open = await openDatabase(join(directory, "studio"));
    await expect(openDatabase(join(directory, "studio"))).rejects.toThrow(DataDirectoryInUse);
    await open.close();
  });

  const place = (name: string) => mkdtemp(join(directory, `${name}-`));

  it("is held by one, and free again after release", async () => {
    const dir = await place("one");
    const lock = await lockDirectory(dir);
    await expect(lockDirectory(dir)).rejects.toThrow(/in use by another running Tundish/);
    await lock.release();
    const again = await lockDirectory(dir);
    await again.release();
  });

  it("left by a killed process does not stand in the way", async () => {
    const dir = await place("stale");
    const script = `require("node:net").createServer().listen(${JSON.stringify(join(dir, "in-use.sock"))}, () => process.kill(process.pid, "SIGKILL"))`;
    await new Promise((done) => spawn(process.execPath, ["-e", script]).on("exit", done));
    const lock = await lockDirectory(dir);
    await lock.release();
  });

  it("goes to exactly one of several that start at once over a stale one", async () => {
    const dir = await place("race");
    const stale = createServer();
    await new Promise<void>((done) => stale.listen(join(dir, "in-use.sock"), done));
    const script = `require("node:net").createServer().listen(${JSON.stringify(join(dir, "in-use.sock"))}, () => process.kill(process.pid, "SIGKILL"))`;
    await new Promise((done) => stale.close(done));
    await new Promise((done) => spawn(process.execPath, ["-e", script]).on("exit", done));
    const tries = await Promise.allSettled(Array.from({ length: 4 }, () => lockDirectory(dir)));
    const won = tries.filter((t) => t.status === "fulfilled");
    expect(won.length).toBe(1);
    for (const t of won) await t.value.release();
  });

  it("also serves a path too long for a socket", async () => {
    const dir = join(await place("long"), "x".repeat(120));
    const lock = await lockDirectory(dir);
    await expect(lockDirectory(dir)).rejects.toThrow(DataDirectoryInUse);
    await lock.release();
  });
});
