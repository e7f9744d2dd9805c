import { resolve } from "node:path";
import type { Database } from "./database";
import { ensureOils, liftRows } from "./library";
import { liftCounts } from "./stock";

/** Folder of the generated migrations. */
export const migrationsFolder = () => resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "src/data/migrations");

/** What a migrated database is given before it is used. */
export async function makeReady(db: Database): Promise<void> {
  await ensureOils(db);
  await liftRows(db);
  await liftCounts(db);
}
