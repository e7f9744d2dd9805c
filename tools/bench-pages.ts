import { spawn, spawnSync } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { sql } from "drizzle-orm";
import { bin, environment } from "../scripts/tooling.mjs";
import { demoYear } from "../src/data/demo/year";
import { listColumns } from "../src/data/listColumns";
import { openDatabase } from "../src/data/open";
import { batches, lessons } from "../src/data/schema";

/**
 * Prints how long the built server takes for the pages of the book, by the demo's year and 5,000 more batches that are copies of it, over the ten years before: medians, one page
 * at a time. Build it first (`npm run build`).
 */
const BATCH_COUNT = 5000;
const AT_ONCE = 250;
/** Over how many years the copies lie: five hundred batches a year. */
const YEARS = 10;
const RUNS = 15;
const PORT = "4390";
const AIM_MS = 100;

const directory = await mkdtemp(join(tmpdir(), "tundish-pages-"));
const env = { ...environment, TUNDISH_DATA_DIR: directory, HOST: "127.0.0.1", PORT };
if (spawnSync(bin("tsx"), ["tools/load-demo.ts"], { env, stdio: "inherit" }).status !== 0) process.exit(1);
const { db, close } = await openDatabase(directory);
const demo = demoYear(new Date().toISOString().slice(0, 10));
const own = new Set(demo.map(({ id }) => id));
/** The demo's year so many years ago: the same batches on the same days. */
const yearsAgo = (years: number) =>
  demo.map(({ id, plan }) => {
    const earlier = JSON.stringify(plan).replace(/"(20\d\d)-(?=\d\d-\d\d)/g, (_, y) => `"${Number(y) - years}-`);
    const document = JSON.parse(earlier) as typeof plan;
    return { id, document, columns: listColumns(document) };
  });
const years = Array.from({ length: YEARS }, (_, k) => yearsAgo(k + 1));
const lessonsOfDemo = await db.select().from(lessons);
/** A copy of a batch of the demo, with what it taught, in a line of its own with the copies of those that it comes from. */
function copyOf(n: number) {
  const cycle = Math.floor(n / demo.length);
  const { id, document, columns } = years[cycle % YEARS][n % demo.length];
  const named = (of: string) => `copy-${cycle}-${of}`;
  const { origin } = document;
  const from = origin && own.has(origin.batchId) ? { ...origin, batchId: named(origin.batchId) } : origin;
  const title = `${document.title} ${cycle}`;
  const originId = from?.batchId ?? null;
  const taught = lessonsOfDemo.filter((l) => l.batchId === id).map((l) => ({ ...l, batchId: named(id) }));
  return {
    row: { id: named(id), ...columns, title, originId, document: { ...document, title, origin: from } },
    taught,
  };
}
for (let start = 0; start < BATCH_COUNT; start += AT_ONCE) {
  const copies = Array.from({ length: AT_ONCE }, (_, k) => copyOf(start + k));
  await db.insert(batches).values(copies.map((c) => c.row));
  const taught = copies.flatMap((c) => c.taught);
  if (taught.length > 0) await db.insert(lessons).values(taught);
}
await db.execute(sql`analyze`);
await close();

const server = spawn(process.execPath, ["scripts/start.mjs"], { env, stdio: "inherit" });
const address = `http://127.0.0.1:${PORT}`;
const get = async (path: string): Promise<string> => {
  const response = await fetch(address + path);
  if (response.status !== 200) throw new Error(`${path}: ${response.status}`);
  return response.text();
};
for (;;) {
  if (await get("/api/health").catch(() => "")) break;
  await new Promise((wait) => setTimeout(wait, 200));
}

const aurora = (page: string) => `/batches/demo-aurora/${page}`;
const PAGES: readonly (readonly [string, string])[] = [
  ["shelf", "/"],
  ["the book of a batch", aurora("book")],
  ["cure", aurora("cure")],
  ["photos", aurora("photos")],
  ["cutting plan", aurora("cut")],
  ["the line of a soap", "/batches/demo-meteor-shower-3/line"],
  ["search, a word", "/search?search=meteor"],
  ["search, everything", "/search"],
  ["orders", "/orders"],
  ["stock", "/stock"],
  ["shopping", "/shopping"],
  ["what is due", "/after"],
];
console.log(`pages over ${BATCH_COUNT} batches and the demo's year, medians of ${RUNS} (aim: under ${AIM_MS} ms)`);
for (const [name, path] of PAGES) {
  for (let i = 0; i < 3; i++) await get(path);
  const times: number[] = [];
  let length = 0;
  for (let i = 0; i < RUNS; i++) {
    const from = performance.now();
    length = (await get(path)).length;
    times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  const ms = times[RUNS >> 1].toFixed(1).padStart(8);
  console.log(`${name.padEnd(24)} ${ms} ms ${(length / 1000).toFixed(0).padStart(6)} kB`);
}
server.kill("SIGTERM");
await new Promise((done) => server.on("exit", done));
await rm(directory, { recursive: true, force: true });
