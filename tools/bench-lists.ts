import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { newPlan } from "../src/core/document/newPlan";
import { listBoard, listDue } from "../src/data/batches";
import { FORMULAS } from "../src/data/demo/library";
import { listLibrary } from "../src/data/library";
import { listColumns } from "../src/data/listColumns";
import { openDatabase } from "../src/data/open";
import { batches, libraryItems } from "../src/data/schema";
import { type Sought, searchBatches, usesOf } from "../src/data/search";

/** Prints how long lists and searches take with 500 formulas and 5,000 batches in the database. */
const directory = await mkdtemp(join(tmpdir(), "tundish-bench-"));
const { db, close } = await openDatabase(directory);
const FORMULA_COUNT = 500;
const BATCH_COUNT = 5000;
const formulas = Object.values(FORMULAS);
await db.insert(libraryItems).values(
  Array.from({ length: FORMULA_COUNT }, (_, i) => {
    const document = { ...formulas[i % formulas.length], name: `${formulas[i % formulas.length].name} ${i}` };
    return { kind: "formulas" as const, id: `f${i}`, name: document.name, document };
  }),
);
const plan = newPlan("x", 1);
// Words as batches have them: what they are made of, and a verdict of their own.
const SAID = ["ash on the top", "calm waves, fine lines", "seized at minute nine", "lines blurred", "as it should be"];
const NAMED = ["Comet", "Moon", "Dust"];
const columnsOf = (i: number) =>
  listColumns({
    ...plan,
    title: `Batch ${i} ${NAMED[i % NAMED.length]}`,
    pourOn: "2026-11-24",
    record: { ...plan.record, verdict: `${SAID[i % SAID.length]}, number ${i}`, rating: ((i % 5) + 1) as 1 },
  });
const ready = Array.from({ length: 15 }, (_, i) => columnsOf(i));
for (let start = 0; start < BATCH_COUNT; start += 500) {
  await db.insert(batches).values(
    Array.from({ length: 500 }, (_, k) => {
      const i = start + k;
      const phase = i % 3 === 0 ? ("planned" as const) : ("poured" as const);
      const readyOn = i % 3 === 1 ? "2026-01-01" : "2027-12-01";
      const title = `Batch ${i} ${NAMED[i % NAMED.length]}`;
      const own = { ...ready[i % ready.length], title, phase, readyOn };
      return { id: `b${i}`, document: { ...plan, title }, ...own };
    }),
  );
}
await db.execute(sql`analyze`);

async function median(work: () => Promise<unknown>, runs = 31): Promise<number> {
  for (let i = 0; i < 5; i++) await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}
const query = { search: "", sort: "name", isDescending: false, isArchived: false, offset: 0, limit: 100 };
const page = { search: "", offset: 0, limit: 15 };
const anything: Sought = { query: "", family: "", phase: "", uses: "", rating: null };
const search = (change: Partial<Sought>) => () =>
  searchBatches(db, { ...anything, ...change }, { offset: 0, limit: 20 });
const rows: [string, () => Promise<unknown>][] = [
  ["formulas, first 100 of 500", () => listLibrary(db, "formulas", query)],
  ["formulas, last 100", () => listLibrary(db, "formulas", { ...query, offset: 400 })],
  ["formulas by superfat", () => listLibrary(db, "formulas", { ...query, sort: "superfat" })],
  ["formulas, search", () => listLibrary(db, "formulas", { ...query, search: "moon 4" })],
  ["oils, all", () => listLibrary(db, "oils", query)],
  ["oils by SAP", () => listLibrary(db, "oils", { ...query, sort: "sap" })],
  ["shelf, first page of a board", () => listBoard(db, "planned", "2026-11-24", page)],
  ["the book: a word of a fifth of the batches", search({ query: "seized" })],
  ["the book: two words, one begun", search({ query: "calm wav" })],
  ["the book: a word of all batches", search({ query: "olive" })],
  ["the book: a word, rated 4 or more", search({ query: "ash", rating: 4 })],
  ["the book: what uses an oil", search({ uses: "oils:olive" })],
  ["the book: no such word", search({ query: "gloaming" })],
  ["uses of every oil", () => usesOf(db, "oils")],
  ["shelf, 48 more from the middle", () => listBoard(db, "ready", "2026-11-24", { ...page, offset: 800, limit: 48 })],
  ["shelf, search", () => listBoard(db, "curing", "2026-11-24", { ...page, search: "99" })],
  ["due next", () => listDue(db, 12)],
];
console.log(`lists with ${FORMULA_COUNT} formulas and ${BATCH_COUNT} batches, medians (aim: under 50 ms)`);
for (const [name, work] of rows) console.log(`${name.padEnd(40)} ${(await median(work)).toFixed(1).padStart(8)} ms`);
await close();
await rm(directory, { recursive: true, force: true });
