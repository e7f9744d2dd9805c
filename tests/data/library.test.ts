import { beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { OILS } from "../../src/core/formula/oils";
import { addUp } from "../../src/core/library/addUp";
import { blankDocument, blankTool } from "../../src/core/library/blank";
import { type LibraryDocument, readLibraryDocument } from "../../src/core/library/kinds";
import { LIBRARY_KINDS, type LibraryKind } from "../../src/core/library/names";
import { DEFAULT_SETTINGS } from "../../src/core/practice/practiceSchema";
import { generator } from "../../src/core/units/random";
import { createBatch, deleteBatch } from "../../src/data/batches";
import { COLOURANTS, demoLibrary, FORMULAS, SCENTS, TOOLS } from "../../src/data/demo/library";
import {
  allLessons,
  forget,
  leaveOut,
  lessonsAbout,
  lessonsOfBatch,
  putLessons,
  toldLessons,
} from "../../src/data/lessons";
import {
  allOf,
  createLibraryItem,
  ensureOils,
  getLibraryItem,
  type LibraryQuery,
  liftRows,
  listFormulaVersions,
  listLibrary,
  putLibraryItem,
  saveLibraryItem,
} from "../../src/data/library";
import { getSettings, saveSettings } from "../../src/data/settings";
import { engines, opened } from "../support/places";

describe.each(engines())("$name database", (engine) => {
  const open = opened(engine);

  const query = (change: Partial<LibraryQuery> = {}): LibraryQuery => ({
    search: "",
    sort: "name",
    isDescending: false,
    isArchived: false,
    offset: 0,
    limit: 50,
    ...change,
  });
  const named = (name: string, change: object = {}) =>
    ({ ...COLOURANTS[Object.keys(COLOURANTS)[0]], name, ...change }) as LibraryDocument<"colourants">;

  describe("rows of a library", () => {
    it("kept by an older Tundish are lifted once: cutters, and formulas with one milk; others stay as they are", async () => {
      const { heightStepMm: _, hardest: __, ...spec } = blankTool("cutter") as Record<string, unknown>;
      const { liquids: ___, ...formula } = blankDocument("formulas", "x");
      const old = { name: "Old wire", notes: "", spec };
      const milk = { ...formula, milk: { kind: "goat", waterSharePct: 50, form: "fresh", partPct: 50 } };
      const kept = (kind: LibraryKind, document: object) => createLibraryItem(open.db, kind, document as never);
      const [wire, slow, stick] = [
        (await kept("tools", old))!,
        (await kept("formulas", milk))!,
        (await kept("tools", { ...old, spec: blankTool("stick") }))!,
      ];
      await liftRows(open.db);
      const now = async (kind: LibraryKind, id: string) => (await getLibraryItem(open.db, kind, id))!;
      const lifted = (await now("tools", wire.id)).document as LibraryDocument<"tools">;
      expect(lifted.spec).toEqual({ ...spec, heightStepMm: null, hardest: null });
      expect((await now("formulas", slow.id)).document).toHaveProperty("liquids");
      expect((await now("formulas", slow.id)).document).not.toHaveProperty("milk");
      expect((await listFormulaVersions(open.db, slow.id))[0].document).toHaveProperty("liquids");
      expect(await now("tools", stick.id)).toEqual(stick);
      // What is set since stays, however often it starts.
      await saveLibraryItem(open.db, "tools", wire.id, 1, {
        document: { ...lifted, spec: { ...lifted.spec, hardest: 3 } } as never,
        isArchived: false,
      });
      await liftRows(open.db);
      expect((await now("tools", wire.id)).document).toMatchObject({ spec: { hardest: 3 } });
      expect(readLibraryDocument("tools", old)).toEqual({ ok: true, document: lifted });
    });

    it.each(LIBRARY_KINDS)("%s: a new row is a valid document, and comes back as it was stored", async (kind) => {
      const document = blankDocument(kind, "own-one");
      expect(readLibraryDocument(kind, document)).toEqual({ ok: true, document });
      const made = await createLibraryItem(open.db, kind, document);
      expect(made).toMatchObject({ kind, version: 1, isArchived: false });
      expect((await getLibraryItem(open.db, kind, made!.id))!.document).toEqual(document);
    });

    it("the demo's rows are valid documents, can be put in place again and again, and are then as before", async () => {
      for (const { kind, id, document } of demoLibrary()) {
        expect(readLibraryDocument(kind, document), id).toMatchObject({ ok: true });
        await putLibraryItem(open.db, kind, id, document);
        await putLibraryItem(open.db, kind, id, document);
        expect((await getLibraryItem(open.db, kind, id))!.document).toEqual(document);
      }
    });

    it("an oil keeps the id that it names, and a second one of that id is refused", async () => {
      const oil = { ...OILS[0], id: "own-tallow", name: "Own tallow" };
      expect((await createLibraryItem(open.db, "oils", oil))!.id).toBe("own-tallow");
      expect(await createLibraryItem(open.db, "oils", { ...oil, name: "Another" })).toBeNull();
      expect((await getLibraryItem(open.db, "oils", "own-tallow"))!.name).toBe("Own tallow");
    });

    it("the oils that ship are put in where missing; changed ones stay changed", async () => {
      await ensureOils(open.db);
      const all = await allOf(open.db, "oils");
      for (const oil of OILS) expect(all.map((r) => r.id)).toContain(oil.id);
      const mine = { ...OILS[3], name: "My own name for it" };
      await saveLibraryItem(open.db, "oils", mine.id, 1, { document: mine, isArchived: false });
      await ensureOils(open.db);
      expect((await getLibraryItem(open.db, "oils", mine.id))!.name).toBe("My own name for it");
    });

    it("are saved only over the version that was seen", async () => {
      const made = (await createLibraryItem(open.db, "colourants", named("Race")))!;
      const change = { document: named("Mine"), isArchived: false };
      expect(await saveLibraryItem(open.db, "colourants", made.id, 1, change)).toMatchObject({ kind: "saved" });
      expect(await saveLibraryItem(open.db, "colourants", made.id, 1, change)).toMatchObject({
        kind: "conflict",
        current: { version: 2, name: "Mine" },
      });
      expect(await saveLibraryItem(open.db, "colourants", "nobody", 1, change)).toEqual({ kind: "missing" });
      // The same id in another library is another row.
      expect(await saveLibraryItem(open.db, "moulds", made.id, 2, change)).toEqual({ kind: "missing" });
    });

    it("every version of a formula is kept, newest first; other libraries keep only the last", async () => {
      const first = FORMULAS["f-slow"];
      const made = (await createLibraryItem(open.db, "formulas", { ...first, superfatPct: 5 }))!;
      for (const [seen, superfatPct] of [
        [1, 6],
        [2, 7],
      ])
        await saveLibraryItem(open.db, "formulas", made.id, seen, {
          document: { ...first, superfatPct },
          isArchived: false,
        });
      const versions = await listFormulaVersions(open.db, made.id);
      expect(versions.map((v) => [v.version, v.document.superfatPct])).toEqual([
        [3, 7],
        [2, 6],
        [1, 5],
      ]);
      expect(await listFormulaVersions(open.db, "nobody")).toEqual([]);
    });
  });

  describe("lists of a library", () => {
    const names = async (change: Partial<LibraryQuery>) =>
      (await listLibrary(open.db, "scents", query(change))).rows.map((r) => r.name);

    beforeAll(async () => {
      for (const [name, certificatePct] of [
        ["zz 50% dilution", 3],
        ["zz 500 dilution", 20],
        ["zz under_score", 100],
        ["zz Underxscore", 1],
      ] as const)
        await createLibraryItem(open.db, "scents", { ...SCENTS["s-fir"], name, certificatePct });
    });

    it("search takes its text as it stands, in either case", async () => {
      expect(await names({ search: "50%" })).toEqual(["zz 50% dilution"]);
      expect(await names({ search: "ZZ UNDER_" })).toEqual(["zz under_score"]);
      expect(await names({ search: "\\" })).toEqual([]);
      expect(await names({ search: "' or 1=1 --" })).toEqual([]);
    });

    it("numbers are sorted as numbers, both ways; a sort that is not offered falls back to the name", async () => {
      const search = "zz ";
      expect(await names({ search, sort: "limit" })).toEqual([
        "zz Underxscore",
        "zz 50% dilution",
        "zz 500 dilution",
        "zz under_score",
      ]);
      expect((await names({ search, sort: "limit", isDescending: true }))[0]).toBe("zz under_score");
      const byName = await names({ search });
      for (const sort of ["nonsense", "constructor", "name; drop table library_items"])
        expect(await names({ search, sort })).toEqual(byName);
    });

    it("a page says how many there are in all, and pages do not overlap", async () => {
      const all = await names({ search: "zz " });
      const pages = [];
      for (const offset of [0, 2]) {
        const page = await listLibrary(open.db, "scents", query({ search: "zz ", offset, limit: 2 }));
        expect(page.total).toBe(4);
        pages.push(...page.rows.map((r) => r.name));
      }
      expect(pages).toEqual(all);
    });

    it("what is archived leaves the list and the bench, and comes back", async () => {
      const made = (await createLibraryItem(open.db, "tools", { ...TOOLS["t-wire"], name: "Bent wire" }))!;
      const document = made.document as LibraryDocument<"tools">;
      const listed = async (isArchived: boolean) =>
        (await listLibrary(open.db, "tools", query({ search: "Bent", isArchived }))).total;
      await saveLibraryItem(open.db, "tools", made.id, 1, { document, isArchived: true });
      expect([await listed(false), await listed(true)]).toEqual([0, 1]);
      expect((await allOf(open.db, "tools")).map((r) => r.id)).not.toContain(made.id);
      await saveLibraryItem(open.db, "tools", made.id, 2, { document, isArchived: false });
      expect([await listed(false), await listed(true)]).toEqual([1, 0]);
    });
  });

  describe("settings", () => {
    it("are the defaults until saved, then what was saved over the version seen", async () => {
      expect(await getSettings(open.db)).toEqual({ version: 0, document: DEFAULT_SETTINGS });
      const own = { ...DEFAULT_SETTINGS, studio: "Own" } as typeof DEFAULT_SETTINGS;
      const metric = { ...DEFAULT_SETTINGS };
      const saved = (await saveSettings(open.db, 0, metric))!;
      expect(saved.version).toBeGreaterThan(0);
      expect(await saveSettings(open.db, 0, own)).toBeNull();
      expect(await saveSettings(open.db, saved.version + 5, own)).toBeNull();
      expect((await saveSettings(open.db, saved.version, metric))!.version).toBe(saved.version + 1);
      expect((await getSettings(open.db)).document).toEqual(metric);
    });
  });

  describe("lessons", () => {
    const lesson = (unknown: string, mean: number) => ({ unknown, mean, precision: 4 });

    it("a batch that is closed again replaces what it taught; left out stays left out", async () => {
      const batch = await createBatch(open.db, newPlan("Teacher", 1));
      await putLessons(open.db, batch.id, [lesson("scent:a", 0.2), lesson("hand", 0.1)]);
      await putLessons(open.db, batch.id, [lesson("scent:a", 0.5)]);
      const own = async () => (await allLessons(open.db)).filter((l) => l.batchId === batch.id);
      expect(await own()).toMatchObject([{ unknown: "scent:a", mean: 0.5, isLeftOut: false, title: "Teacher" }]);
      expect(await leaveOut(open.db, batch.id, true)).toBe(1);
      await putLessons(open.db, batch.id, [lesson("scent:a", 0.7), lesson("hand", 0.3)]);
      expect((await own()).map((l) => l.isLeftOut)).toEqual([true, true]);
      expect(await leaveOut(open.db, "nobody", true)).toBe(0);
    });

    it("those of a deleted batch stay and are named by its id; a reset forgets one unknown of all batches", async () => {
      const batch = await createBatch(open.db, newPlan("Gone", 1));
      await putLessons(open.db, batch.id, [lesson("scent:b", 1), lesson("hand", 0)]);
      await deleteBatch(open.db, batch.id, 1);
      const left = (await allLessons(open.db)).filter((l) => l.batchId === batch.id);
      expect(left.map((l) => l.title)).toEqual([batch.id, batch.id]);
      expect(await forget(open.db, "scent:b")).toBe(1);
      expect(await forget(open.db, "scent:b")).toBe(0);
      expect((await allLessons(open.db)).map((l) => l.unknown)).not.toContain("scent:b");
      expect((await allLessons(open.db)).map((l) => l.unknown)).toContain("hand");
    });
  });

  it("lessons are added up in the database as they are in the core", async () => {
    const random = generator(5);
    const UNKNOWNS = ["firm:", "firm:f1", "pace", "A:clay", "Z:z", "hand:depth", "ash:none.once.gel"];
    for (let b = 0; b < 40; b++) {
      const own = UNKNOWNS.filter(() => random() < 0.6);
      const taught = own.map((unknown) => ({ unknown, mean: 2 * random() - 1, precision: 0.1 + 50 * random() }));
      await putLessons(open.db, `sum-${b}`, taught);
      if (random() < 0.3) await leaveOut(open.db, `sum-${b}`, true);
    }
    const [inDatabase, inCore] = [await toldLessons(open.db), addUp(await allLessons(open.db))];
    expect(inDatabase.map((t) => [t.unknown, t.batches])).toEqual(inCore.map((t) => [t.unknown, t.batches]));
    expect(inCore.filter((t) => t.batches > 10).length).toBe(UNKNOWNS.length);
    for (const [i, t] of inCore.entries()) {
      expect(inDatabase[i].mean).toBeCloseTo(t.mean, 9);
      expect(inDatabase[i].precision).toBeCloseTo(t.precision, 6);
    }
    expect((await lessonsAbout(open.db, "pace")).length).toBeGreaterThan(10);
    expect((await lessonsOfBatch(open.db, "sum-1")).every((l) => l.batchId === "sum-1")).toBe(true);
    for (const unknown of UNKNOWNS) await forget(open.db, unknown);
  });
});
