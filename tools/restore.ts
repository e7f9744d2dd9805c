import { existsSync, readFileSync, renameSync } from "node:fs";
import { join, resolve } from "node:path";
import { createInterface } from "node:readline/promises";
import { formatISO } from "date-fns";
import type { RestoreChanges } from "../src/core/practice/restoring";
import { changesOfRestore } from "../src/data/contents";
import type { OpenDatabase } from "../src/data/database";
import { DataDirectoryInUse } from "../src/data/lock";
import { openDatabase } from "../src/data/open";
import { isServerAddress, placeOf } from "../src/data/place";
import { NotSynced } from "../src/data/syncedFiles";
import { readBackup, restore } from "../src/server/backup/files";
import { sayOpenProblem } from "../src/server/startWords";
import { askServer } from "./askServer";

/** `npm run restore FILE [--yes]`: says what a backup would change, asks, and puts it in place; what is there is kept. */
const directory = resolve(process.env.TUNDISH_DATA_DIR ?? ".data/studio");
const [name] = process.argv.slice(2).filter((a) => !a.startsWith("--"));
const isSure = process.argv.includes("--yes");

function say({ madeAt, batches: b, library: l }: RestoreChanges): string {
  const parts = (k: RestoreChanges["batches"]) =>
    `${k.added} come back or are new, ${k.changed} become as they were, ${k.removed} go away, ${k.same} stay`;
  return `Backup of ${madeAt}\n  batches: ${parts(b)}\n  library rows: ${parts(l)}`;
}

async function isAgreed(changes: RestoreChanges): Promise<boolean> {
  console.log(say(changes));
  if (isSure) return true;
  if (!process.stdin.isTTY) throw new Error("Nothing was changed. Add --yes to do it without being asked.");
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await ask.question("Put it in place? What is there now is backed up first. (yes/no) ");
  ask.close();
  return /^y(es)?$/i.test(answer.trim());
}

/** Opens the database; one that is damaged is put aside, and an empty one opened. */
async function openOrPutAside(): Promise<OpenDatabase> {
  try {
    return await openDatabase(placeOf(directory));
  } catch (error) {
    if (isServerAddress(placeOf(directory))) throw error;
    const files = join(directory, "database");
    if (error instanceof DataDirectoryInUse || error instanceof NotSynced || !existsSync(files)) throw error;
    const code = (error as NodeJS.ErrnoException).code ?? "";
    if (["EACCES", "EPERM", "EROFS", "ENOSPC"].includes(code)) throw error;
    const aside = `${files}.damaged-${formatISO(new Date(), { format: "basic" })
      .replace(/[^0-9T]/g, "")
      .slice(0, 15)}`;
    renameSync(files, aside);
    console.log(`The database cannot be opened; it is kept as ${aside}.`);
    return openDatabase(directory);
  }
}

async function restoreHere(file: Uint8Array): Promise<void> {
  const read = await readBackup(file);
  if (!read.ok)
    throw new Error(
      `This backup is not put in place:\n${read.problems.map((p) => `  ${p.field}: ${p.message}`).join("\n")}`,
    );
  const { db, close } = await openOrPutAside();
  try {
    if (!(await isAgreed(await changesOfRestore(db, read.contents)))) return console.log("Nothing was changed.");
    const before = await restore(db, directory, read.contents);
    console.log(`Done. What was there before is in backups/${before.name}`);
  } finally {
    await close();
  }
}

async function restoreByServer(file: Uint8Array): Promise<void> {
  const send = (path: string) =>
    askServer(directory, path, {
      method: "POST",
      headers: { "content-type": "application/zip" },
      body: file as Uint8Array<ArrayBuffer>,
    }).then((r) => r.json() as Promise<{ changes: RestoreChanges; before?: { name: string } }>);
  const { changes } = await send("/api/restore?check=1");
  if (!(await isAgreed(changes))) return console.log("Nothing was changed.");
  const { before } = await send("/api/restore");
  console.log(`Done. What was there before is in backups/${before!.name}`);
}

try {
  if (!name || !existsSync(name))
    throw new Error(name ? `There is no file ${name}.` : "Name the backup: npm run restore FILE");
  const file = readFileSync(name);
  try {
    await restoreHere(file);
  } catch (error) {
    if (!(error instanceof DataDirectoryInUse)) throw error;
    await restoreByServer(file);
  }
} catch (error) {
  const isWords = (error as NodeJS.ErrnoException).code === undefined && (error as Error).cause === undefined;
  console.error(
    isWords ? (error as Error).message : sayOpenProblem(error, process.env.DATABASE_URL || directory, null),
  );
  process.exit(1);
}
