import { rm } from "node:fs/promises";
import { join } from "node:path";
import { preparedDatabase } from "../src/data/embedded";
import { openDatabase } from "../src/data/open";

/** Creates and migrates an empty database once, so that a first start only copies it. */
const working = `${preparedDatabase()}.making`;
await rm(preparedDatabase(), { recursive: true, force: true });
await rm(working, { recursive: true, force: true });
const open = await openDatabase(working);
await open.close();
const { rename } = await import("node:fs/promises");
await rename(join(working, "database"), preparedDatabase());
await rm(working, { recursive: true, force: true });
