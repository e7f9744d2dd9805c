import { cpSync, existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { drizzle } from "drizzle-orm/pglite";
import { migrate } from "drizzle-orm/pglite/migrator";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { preparedDatabase } from "../../src/data/embedded";
import { openDatabase } from "../../src/data/open";
import { copyTree, openEngine } from "../../src/data/syncedFiles";
import { base, clearAway, cutDuring, eachKeepsAll, type Image, saveMany, titleOf } from "../support/cutRuns";

afterAll(clearAway);

/** The engine on files of a new database that holds nothing yet: those made ready at build time, emptied, where they are there, which takes a fifth of creating them. */
async function emptyEngine(files: string) {
  if (!existsSync(join(preparedDatabase(), "PG_VERSION"))) return openEngine(files);
  copyTree(preparedDatabase(), files);
  const engine = await openEngine(files);
  await engine.exec("drop schema drizzle cascade; drop schema public cascade; create schema public");
  return engine;
}

describe("a power cut while a database of an older Tundish is brought up to date", () => {
  const COUNT = 3;
  let images: Image[];

  beforeAll(async () => {
    const older = join(base, "older-migrations");
    cpSync("src/data/migrations", older, { recursive: true });
    const journal = join(older, "meta/_journal.json");
    const { entries, ...rest } = JSON.parse(readFileSync(journal, "utf8"));
    writeFileSync(journal, JSON.stringify({ ...rest, entries: entries.slice(0, 1) }));
    const directory = join(base, "migrating");
    mkdirSync(directory);
    const engine = await emptyEngine(join(directory, "database"));
    await migrate(drizzle(engine), { migrationsFolder: older });
    for (let i = 0; i < 6; i++)
      await engine.query("insert into batches (id, document) values ($1, $2)", [
        `b${i}`,
        JSON.stringify(newPlan(titleOf(`b${i}`, 1), i)),
      ]);
    await engine.close();
    ({ images } = await cutDuring(
      "migrating",
      COUNT,
      () => 28,
      async (at, diary) => {
        for (let i = 0; i < 6; i++) diary.acknowledged.set(`b${i}`, 1);
        const { summarised, close } = await openDatabase(at);
        await summarised;
        await close();
      },
    ));
  });

  eachKeepsAll(COUNT, "image %i opens, is brought up to date and has all batches", (k) => images[k]);
});

describe("a power cut during the very first start", () => {
  const COUNT = 4;
  let images: Image[];
  let stands: boolean[];
  beforeAll(async () => {
    const isInPlace = (at: string) => existsSync(join(at, "database"));
    ({ images } = await cutDuring(
      "first",
      COUNT,
      (at) => (isInPlace(at) ? 40 : 400),
      saveMany,
      // Half of the cuts before the database stands in its place, half after.
      { mayCut: (at, taken) => taken < COUNT / 2 || isInPlace(at) },
    ));
    stands = images.map((i) => existsSync(join(i.directory, "database", "PG_VERSION")));
  });

  eachKeepsAll(COUNT, "image %i starts, with what was acknowledged", (k) => images[k]);

  it("falls before the database stands in its place, and after", () => {
    expect(new Set(stands).size).toBe(2);
  });
});
