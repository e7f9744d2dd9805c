import { cp, mkdir, stat } from "node:fs/promises";
import { join, resolve } from "node:path";
import { PGlite } from "@electric-sql/pglite";
import { drizzle, type PgliteDatabase } from "drizzle-orm/pglite";
import { migrate } from "drizzle-orm/pglite/migrator";
import { summariseOldRows } from "./batches";
import { ensureOils, liftFormulas } from "./library";
import { type DirectoryLock, lockDirectory } from "./lock";
import * as schema from "./schema";

export type Database = PgliteDatabase<typeof schema>;

export interface OpenDatabase {
  db: Database;
  /** Done once lists of an older Tundish are summed up anew. */
  summarised: Promise<unknown>;
  close(): Promise<void>;
}

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );

/** Folder of the generated migrations. */
const migrationsFolder = () => resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "src/data/migrations");

/** A database made ready at build time: copying it is several times faster than creating one. Used where it exists. */
export const preparedDatabase = () => resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "dist/prepared-database");

/**
 * Opens (and where needed creates and migrates) the database in a data directory, alone: a second process is refused.
 * @throws DataDirectoryInUse
 */
export async function openDatabase(directory: string): Promise<OpenDatabase> {
  await mkdir(directory, { recursive: true });
  const lock: DirectoryLock = await lockDirectory(directory);
  try {
    const files = join(directory, "database");
    const isNew = !(await exists(join(files, "PG_VERSION")));
    if (isNew && (await exists(join(preparedDatabase(), "PG_VERSION")))) {
      await cp(preparedDatabase(), files, { recursive: true });
    }
    const client = await PGlite.create(files);
    const db = drizzle(client, { schema });
    await migrate(db, { migrationsFolder: migrationsFolder() });
    await ensureOils(db);
    await liftFormulas(db);
    let isClosing = false;
    const summarised = summariseOldRows(db, () => isClosing).catch((error) => console.error(error));
    return {
      db,
      summarised,
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
