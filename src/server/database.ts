import { mkdirSync } from "node:fs";
import { resolve } from "node:path";
import type { OpenDatabase } from "../data/database";
import { openDatabase } from "../data/open";
import { placeOf } from "../data/place";
import { backUpDaily } from "./backup/daily";
import { newestBackup } from "./backup/store";
import { warmUp } from "./compute/pool";
import { sayOpenProblem } from "./startWords";

/** The day's backup is made once the first pages have been served, ms. */
const FIRST_BACKUP_MS = 30_000;

/** Worker threads are started once the first pages have been served, ms. */
const WARM_UP_MS = 1500;

/** Held on globalThis so that a development reload does not open the directory twice. */
const holder = globalThis as { tundishDatabase?: Promise<OpenDatabase> };

export const dataDirectory = () => resolve(process.env.TUNDISH_DATA_DIR ?? ".data/studio");

/** The data directory holds what is no row of the database (backups, where this server is reached), so that it is needed with a database server too. */
async function openPlace(): Promise<OpenDatabase> {
  const place = placeOf(dataDirectory());
  mkdirSync(dataDirectory(), { recursive: true });
  return openDatabase(place);
}

/** The one open database of this process; opened at the first call and closed cleanly on SIGTERM and SIGINT. */
export function database(): Promise<OpenDatabase> {
  holder.tundishDatabase ??= openPlace().then((open) => {
    const stopBackups = backUpDaily(open.db, dataDirectory(), FIRST_BACKUP_MS);
    const stop = () => {
      stopBackups()
        .then(() => open.close())
        .finally(() => process.exit(0));
    };
    process.once("SIGTERM", stop);
    process.once("SIGINT", stop);
    setTimeout(warmUp, WARM_UP_MS).unref();
    return open;
  });
  holder.tundishDatabase.catch((error: Error) => {
    const place = process.env.DATABASE_URL || dataDirectory();
    console.error(sayOpenProblem(error, place, newestBackup(dataDirectory())));
    process.exit(1);
  });
  return holder.tundishDatabase;
}
