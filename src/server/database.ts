import { resolve } from "node:path";
import { DataDirectoryInUse } from "../data/lock";
import { type OpenDatabase, openDatabase } from "../data/open";

/** Held on globalThis so that a development reload does not open the directory twice. */
const holder = globalThis as { tundishDatabase?: Promise<OpenDatabase> };

export const dataDirectory = () => resolve(process.env.TUNDISH_DATA_DIR ?? ".data/studio");

/** The one open database of this process; opened at the first call and closed cleanly on SIGTERM and SIGINT. */
export function database(): Promise<OpenDatabase> {
  holder.tundishDatabase ??= openDatabase(dataDirectory()).then((open) => {
    const stop = () => {
      open.close().finally(() => process.exit(0));
    };
    process.once("SIGTERM", stop);
    process.once("SIGINT", stop);
    return open;
  });
  holder.tundishDatabase.catch((error: Error) => {
    console.error(error instanceof DataDirectoryInUse ? error.message : error);
    process.exit(1);
  });
  return holder.tundishDatabase;
}
