import type { Database } from "../../data/database";
import { today } from "../today";
import { makeBackup } from "./files";
import { clearOutdated, keepBackup, listBackups } from "./store";

/** How often it is looked whether today's backup is there, ms. */
const EVERY_MS = 20 * 60_000;

/** Makes today's backup where there is none yet, and clears those that are no longer kept; true where one was made. */
export async function backUpToday(db: Database, dataDirectory: string, now = new Date()): Promise<boolean> {
  const day = today();
  if (listBackups(dataDirectory).some((b) => b.cause === "daily" && b.day === day)) return false;
  keepBackup(dataDirectory, await makeBackup(db, now), "daily", now);
  clearOutdated(dataDirectory, day);
  return true;
}

/** Backs up once a day from now on; gives what stops it, and waits for one that is being made. */
export function backUpDaily(db: Database, dataDirectory: string, firstAfterMs: number): () => Promise<void> {
  let running: Promise<unknown> = Promise.resolve();
  const run = () => {
    running = backUpToday(db, dataDirectory).catch((error: Error) =>
      console.error(`Today's backup could not be made: ${error.message}`),
    );
  };
  const first = setTimeout(run, firstAfterMs);
  const again = setInterval(run, EVERY_MS);
  first.unref();
  again.unref();
  return async () => {
    clearTimeout(first);
    clearInterval(again);
    await running;
  };
}
