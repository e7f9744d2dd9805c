import fs from "node:fs";
import { join, resolve } from "node:path";
import { drizzle } from "drizzle-orm/pglite";
import { migrate } from "drizzle-orm/pglite/migrator";
import { readChange } from "../core/practice/change";
import { summariseOldRows } from "./batches";
import { CHANNEL, type OpenDatabase } from "./database";
import { type DirectoryLock, lockDirectory } from "./lock";
import { makeReady, migrationsFolder } from "./ready";
import * as schema from "./schema";
import { copyTree, openEngine, syncPath, syncTree } from "./syncedFiles";

/** A database made ready at build time: copying it is several times faster than creating one. Used where it exists. */
export const preparedDatabase = () => resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "dist/prepared-database");

/**
 * Makes the files of a new database beside their place, syncs them and moves them there: a start that is broken off leaves nothing half made.
 */
async function makeFiles(directory: string, files: string): Promise<void> {
  const making = join(directory, "database.making");
  fs.rmSync(making, { recursive: true, force: true });
  if (fs.existsSync(join(preparedDatabase(), "PG_VERSION"))) copyTree(preparedDatabase(), making);
  else await (await openEngine(making)).close();
  syncTree(making);
  fs.renameSync(making, files);
  syncPath(directory);
}

/**
 * Takes away the engine's own lock file: a power cut while it is written leaves it empty, at which the engine refuses to start. That nobody else works here is
 * known from the lock of the directory.
 */
function clearEngineLock(files: string): void {
  const path = join(files, "postmaster.pid");
  if (fs.existsSync(path)) fs.unlinkSync(path);
}

/**
 * Opens (and where needed creates and migrates) the database in a data directory, alone: a second process is refused.
 * @throws DataDirectoryInUse
 */
export async function openEmbedded(directory: string): Promise<OpenDatabase> {
  fs.mkdirSync(directory, { recursive: true });
  const lock: DirectoryLock = await lockDirectory(directory);
  try {
    const files = join(directory, "database");
    if (!fs.existsSync(join(files, "PG_VERSION"))) await makeFiles(directory, files);
    clearEngineLock(files);
    const client = await openEngine(files);
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: migrationsFolder() });
    await makeReady(db);
    let isClosing = false;
    const summarised = summariseOldRows(db, () => isClosing).catch((error) => console.error(error));
    return {
      db,
      summarised,
      listen: ({ onChange }) =>
        client.listen(CHANNEL, (text) => {
          const change = readChange(text);
          if (change) onChange(change);
        }),
      async close() {
        isClosing = true;
        await summarised;
        await client.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}
