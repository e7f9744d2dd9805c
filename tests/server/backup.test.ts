import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { addDays, formatISO, parseISO } from "date-fns";
import fc from "fast-check";
import { unzipSync, zipSync } from "fflate";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import { createBatch, deleteBatch, getBatch, saveBatch } from "../../src/data/batches";
import { allParts, changesOfRestore } from "../../src/data/contents";
import type { OpenDatabase } from "../../src/data/database";
import { demoLibrary } from "../../src/data/demo/library";
import { demoBatches } from "../../src/data/demo/studio";
import { allLessons, putLessons } from "../../src/data/lessons";
import { putLibraryItem } from "../../src/data/library";
import { openDatabase } from "../../src/data/open";
import { saveSettings } from "../../src/data/settings";
import { unpackBackup } from "../../src/formats/backupFile";
import { backUpToday } from "../../src/server/backup/daily";
import { makeBackup, readBackup, restore } from "../../src/server/backup/files";
import {
  backupDirectory,
  backupPath,
  clearOutdated,
  type KeptBackup,
  keepBackup,
  listBackups,
  newestBackup,
  outdated,
} from "../../src/server/backup/store";
import { tries } from "../support/tries";

const base = mkdtempSync(join(tmpdir(), "tundish-backup-"));
afterAll(() => rmSync(base, { recursive: true, force: true }));

const contentsOf = async (file: Uint8Array) => {
  const read = await readBackup(file);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.contents;
};
/** The same zip with some of its files changed, added or (null) left away. */
function rezipped(file: Uint8Array, change: Record<string, string | null>): Uint8Array {
  const files: Record<string, Uint8Array> = { ...unzipSync(file) };
  for (const [name, text] of Object.entries(change)) {
    if (text === null) delete files[name];
    else files[name] = new TextEncoder().encode(text);
  }
  return zipSync(files);
}

describe("a backup of a studio", () => {
  let open: OpenDatabase;
  let directory: string;
  let file: Uint8Array;
  beforeAll(async () => {
    directory = join(base, "studio");
    open = await openDatabase(directory);
    for (const { id, plan } of demoBatches("2026-11-24")) await createBatch(open.db, plan, id);
    for (const { kind, id, document } of demoLibrary()) await putLibraryItem(open.db, kind, id, document);
    await putLessons(open.db, "demo-x", [{ unknown: "pace", mean: 0.1, precision: 20 }]);
    await saveSettings(open.db, 0, { ...DEFAULT_SETTINGS, studio: "Gnomon Lane" });
    await open.summarised;
    file = await makeBackup(open.db, new Date("2026-11-24T10:00:00Z"));
  });
  afterAll(() => open.close());

  it("can be read without Tundish: JSON documents, each named in the manifest with its length and checksum", async () => {
    const names = Object.keys(unzipSync(file));
    const unpacked = await unpackBackup(file);
    if (!unpacked.ok) throw new Error("unread");
    expect(names).toContain("manifest.json");
    expect(names).toContain("settings.json");
    expect(names.filter((n) => n.startsWith("batches/"))).toHaveLength(demoBatches("2026-11-24").length);
    expect(unpacked.parts.map((p) => p.path).sort()).toEqual(names.filter((n) => n !== "manifest.json").sort());
  });

  it("brings everything back, byte for byte, once the whole directory is lost", async () => {
    const before = await allParts(open.db);
    const lost = join(base, "lost");
    const other = await openDatabase(lost);
    await restore(other.db, lost, await contentsOf(file));
    const after = await allParts(other.db);
    await other.close();
    // An oil that ships has its version raised, since the empty studio had it too; nothing else differs.
    const bare = (parts: typeof after) =>
      parts.map((p) => ({
        path: p.path,
        value: { ...(p.value as object), ...(p.path.includes("/oils/") ? { version: 0 } : {}) },
      }));
    expect(JSON.stringify(bare(after))).toBe(JSON.stringify(bare(before)));
  });

  it("changes nothing of a studio that stands as it did, and says so", async () => {
    const changes = await changesOfRestore(open.db, await contentsOf(file));
    expect(changes.batches).toMatchObject({ added: 0, changed: 0, removed: 0 });
    expect(changes.library).toMatchObject({ added: 0, changed: 0, removed: 0 });
    expect(changes).toMatchObject({ lessons: { before: 1, after: 1 }, settings: false, titles: [] });
  });

  it("says what would change, keeps what is there, and a page that is open cannot save over it unasked", async () => {
    const own = join(base, "own");
    const other = await openDatabase(own);
    const [first, second] = demoBatches("2026-11-24");
    await createBatch(other.db, newPlan("Made since", 1), "since");
    await createBatch(other.db, newPlan("Another now", 1), first.id);
    await saveBatch(other.db, first.id, 1, newPlan("Another now, later", 1));
    const contents = await contentsOf(file);
    const changes = await changesOfRestore(other.db, contents);
    expect(changes.batches).toEqual({ added: demoBatches("2026-11-24").length - 1, changed: 1, removed: 1, same: 0 });
    expect(changes.titles).toEqual(
      expect.arrayContaining([
        { title: "Made since", what: "removed" },
        { title: "Another now, later", what: "changed" },
      ]),
    );
    expect(await getBatch(other.db, "since")).not.toBeNull();

    const kept = await restore(other.db, own, contents);
    expect(await getBatch(other.db, "since")).toBeNull();
    expect((await getBatch(other.db, first.id))!.document.title).toBe(first.plan.title);
    expect(await saveBatch(other.db, first.id, 2, newPlan("Mine", 1))).toMatchObject({ kind: "conflict" });
    expect(await deleteBatch(other.db, second.id, 1)).toMatchObject({ kind: "saved" });
    expect((await allLessons(other.db)).map((l) => l.unknown)).toEqual(["pace"]);

    const back = readFileSync(backupPath(own, kept.name)!);
    await restore(other.db, own, await contentsOf(back));
    expect((await getBatch(other.db, "since"))!.document.title).toBe("Made since");
    expect((await getBatch(other.db, first.id))!.document.title).toBe("Another now, later");
    await other.close();
  });

  it("is not put in place where what is there cannot be kept first", async () => {
    const own = join(base, "unkept");
    const other = await openDatabase(own);
    await createBatch(other.db, newPlan("Stays", 1), "stays");
    writeFileSync(backupDirectory(own), "a file where the directory should be");
    await expect(restore(other.db, own, await contentsOf(file))).rejects.toThrow();
    expect((await getBatch(other.db, "stays"))!.document.title).toBe("Stays");
    await other.close();
  });

  it.each<[string, () => Promise<Uint8Array>, RegExp]>([
    ["no zip", async () => new TextEncoder().encode("hello"), /backup: cannot be read as a zip file/],
    ["an empty file", async () => new Uint8Array(), /backup: cannot be read as a zip file/],
    ["half of it", async () => file.slice(0, file.length / 2), /backup: cannot be read/],
    ["no manifest", async () => rezipped(file, { "manifest.json": null }), /manifest.json: is missing/],
    [
      "a manifest of something else",
      async () => rezipped(file, { "manifest.json": '{"format":"x"}' }),
      /manifest.json\.format: is not a backup/,
    ],
    ["a document changed", async () => rezipped(file, { "settings.json": "{}" }), /settings.json: is damaged/],
    ["a document away", async () => rezipped(file, { "lessons.json": null }), /lessons.json: is missing/],
    [
      "a stranger in it",
      async () => rezipped(file, { "extra.json": "{}" }),
      /extra.json: is not named in the manifest/,
    ],
  ])("with %s is refused with the file that is wrong", async (_name, make, says) => {
    const read = await readBackup(await make());
    expect(read.ok ? "" : read.problems.map((p) => `${p.field}: ${p.message}`).join("\n")).toMatch(says);
  });

  it("no random damage is taken for a good backup, and none throws", async () => {
    await fc.assert(
      fc.asyncProperty(fc.nat(), fc.integer({ min: 1, max: 255 }), async (where, by) => {
        const damaged = file.slice();
        const at = where % damaged.length;
        damaged[at] ^= by;
        const read = await readBackup(damaged);
        // A byte that no reader looks at (a date, an attribute) may differ.
        if (read.ok) expect(read.contents.batches).toHaveLength(demoBatches("2026-11-24").length);
      }),
      { numRuns: tries(12) },
    );
  });
});

describe("backups in the data directory", () => {
  const bytes = new Uint8Array([1, 2, 3]);

  it("are listed newest first with day, cause and size; nothing else in there is taken for one", () => {
    const own = join(base, "list");
    keepBackup(own, bytes, "daily", new Date(2026, 10, 20, 9));
    keepBackup(own, bytes, "asked", new Date(2026, 10, 21, 9));
    writeFileSync(join(backupDirectory(own), "notes.txt"), "x");
    writeFileSync(join(backupDirectory(own), "tundish-2026-11-22-daily.zip.making"), "half");
    expect(listBackups(own).map((b) => [b.day, b.cause, b.bytes])).toEqual([
      ["2026-11-21", "asked", 3],
      ["2026-11-20", "daily", 3],
    ]);
    expect(newestBackup(own)).toContain("2026-11-21-asked");
    expect(newestBackup(join(base, "nowhere"))).toBeNull();
    expect(backupPath(own, "../list/backups/notes.txt")).toBeNull();
    expect(backupPath(own, "tundish-2026-11-19-daily.zip")).toBeNull();
  });

  it("one a day is made by itself, and no second one", async () => {
    const own = join(base, "daily");
    const { db, close } = await openDatabase(own);
    expect(await backUpToday(db, own)).toBe(true);
    expect(await backUpToday(db, own)).toBe(false);
    await close();
    expect(readdirSync(backupDirectory(own)).filter((n) => n.endsWith(".zip"))).toHaveLength(1);
    expect((await readBackup(readFileSync(newestBackup(own)!))).ok).toBe(true);
  });

  const daily = (day: string): KeptBackup => ({
    name: `tundish-${day}-daily.zip`,
    cause: "daily",
    day,
    bytes: 1,
    madeAt: `${day}T09:00:00Z`,
  });
  const dayAt = (i: number) => formatISO(addDays(parseISO("2026-01-01"), i), { representation: "date" });

  it("kept day after day: the last seven days and one of each of the last four weeks stay", () => {
    let kept: KeptBackup[] = [];
    for (let i = 0; i < 90; i++) {
      kept.push(daily(dayAt(i)));
      const gone = new Set(outdated(kept, dayAt(i)));
      kept = kept.filter((b) => !gone.has(b));
    }
    const last = 89;
    for (let i = 0; i < 7; i++) expect(kept.map((b) => b.day)).toContain(dayAt(last - i));
    expect(kept.length).toBeLessThanOrEqual(7 + 5);
    expect(kept.some((b) => b.day <= dayAt(last - 20))).toBe(true);
  });

  it("law: the newest is never cleared, whatever days there are and whatever today is; a clock set back clears nothing newer", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(400), { minLength: 1, maxLength: 40 }), fc.nat(400), (days, now) => {
        const kept = days.map((d) => daily(dayAt(d)));
        const gone = new Set(outdated(kept, dayAt(now)).map((b) => b.day));
        expect(gone.has(dayAt(Math.max(...days)))).toBe(false);
        for (const d of days) if (d > now - 7) expect(gone.has(dayAt(d))).toBe(false);
      }),
      { numRuns: tries(300) },
    );
  });

  it("of those asked for the newest ten stay; what is cleared is gone from the disk", () => {
    const own = join(base, "clear");
    for (let i = 0; i < 12; i++) keepBackup(own, bytes, "asked", new Date(2026, 0, 1 + i, 9));
    clearOutdated(own, "2026-02-01");
    expect(listBackups(own).map((b) => b.day)).toEqual(
      Array.from({ length: 10 }, (_, i) => `2026-01-${String(12 - i).padStart(2, "0")}`),
    );
    expect(existsSync(join(backupDirectory(own), "tundish-2026-01-01-asked-090000000.zip"))).toBe(false);
  });
});
