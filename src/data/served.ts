import { sql } from "drizzle-orm";
import { drizzle } from "drizzle-orm/postgres-js";
import { migrate } from "drizzle-orm/postgres-js/migrator";
import postgres from "postgres";
import { readChange } from "../core/practice/change";
import { summariseOldRows } from "./batches";
import { CHANNEL, type OpenDatabase } from "./database";
import { UnfitPlace } from "./place";
import { makeReady, migrationsFolder } from "./ready";
import * as schema from "./schema";

/** Connections of one process. */
const MOST_CONNECTIONS = 10;
const CONNECT_S = 10;
/** Key of the lock under which one process at a time makes a database ready: any fixed number. */
const READY_LOCK = 7_263_114;
/** The oldest PostgreSQL that this is tried with. */
const LEAST_VERSION = 150_000;

const connect = (address: string, max: number) =>
  postgres(address, {
    max,
    connect_timeout: CONNECT_S,
    onnotice: () => {},
    connection: { application_name: "tundish" },
  });

/** Migrates and makes ready on one connection; processes that start at the same moment do so one after another. */
async function prepare(address: string): Promise<void> {
  const client = connect(address, 1);
  try {
    const [{ version, encoding, fsync, commit }] = await client`
      select current_setting('server_version_num')::int as version, current_setting('server_encoding') as encoding,
        current_setting('fsync') as fsync, current_setting('synchronous_commit') as commit`;
    if (version < LEAST_VERSION)
      throw new UnfitPlace(`Tundish needs PostgreSQL ${LEAST_VERSION / 10_000} or newer; this server is older.`);
    if (encoding !== "UTF8")
      throw new UnfitPlace(`The database must be encoded in UTF8; this one is in ${encoding}. Create another.`);
    if (fsync === "off" || commit === "off")
      console.error(
        `The database server does not sync what it saves (fsync ${fsync}, synchronous_commit ${commit}): a power cut can lose what Tundish says is saved.`,
      );
    const db = drizzle(client, { schema });
    await db.execute(sql`select pg_advisory_lock(${READY_LOCK})`);
    await migrate(db, { migrationsFolder: migrationsFolder() });
    await makeReady(db);
    await summariseOldRows(db);
  } finally {
    await client.end({ timeout: CONNECT_S });
  }
}

/**
 * Opens (and where needed creates the tables of and migrates) the database at an address; any number of processes may.
 * @throws UnfitPlace, or the driver's error where the server cannot be reached or refuses
 */
export async function openServed(address: string): Promise<OpenDatabase> {
  await prepare(address);
  const client = connect(address, MOST_CONNECTIONS);
  return {
    db: drizzle(client, { schema }),
    summarised: Promise.resolve(),
    async listen({ onChange, onGap }) {
      let isFirst = true;
      const { unlisten } = await client.listen(
        CHANNEL,
        (text) => {
          const change = readChange(text);
          if (change) onChange(change);
        },
        // Called again each time that a lost connection came back.
        () => {
          if (!isFirst) onGap();
          isFirst = false;
        },
      );
      return unlisten;
    },
    close: () => client.end({ timeout: CONNECT_S }),
  };
}
