import type { PgDatabase, PgQueryResultHKT } from "drizzle-orm/pg-core";
import type { Change } from "../core/practice/change";
import type * as schema from "./schema";

/** The database, or a transaction in it; embedded or on a server. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

/** Who hears of what is committed. */
export interface Listener {
  onChange(change: Change): void;
  /** Called when it may be that some were not heard: whoever follows must look anew. */
  onGap(): void;
}

/** Channel on which the database tells of what was committed (see the migration `changes`). */
export const CHANNEL = "tundish";

export interface OpenDatabase {
  db: Database;
  /** Done once lists of an older Tundish are summed up anew. */
  summarised: Promise<unknown>;
  /** Hears of everything that is committed from now on, by this process or another; gives what ends it. */
  listen(listener: Listener): Promise<() => Promise<void>>;
  close(): Promise<void>;
}
