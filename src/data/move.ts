import { createHash } from "node:crypto";
import { getTableColumns, getTableName, gt, ne, notInArray, or, type SQL, sql } from "drizzle-orm";
import { getTableConfig, type PgColumn, type PgTable } from "drizzle-orm/pg-core";
import { OILS } from "../core/formula/oils";
import type { Database } from "./database";
import { batches, devices, formulaVersions, lessons, libraryItems, papers, settings } from "./schema";

/** Every table, in the order in which its rows are copied. */
export const TABLES: readonly PgTable[] = [libraryItems, formulaVersions, batches, lessons, settings, papers, devices];

const ROWS_AT_ONCE = 200;

/** A value as the text that says it exactly: documents as they were stored, instants to the microsecond. */
const textOf = (column: PgColumn): SQL<string | null> =>
  column.getSQLType().startsWith("timestamp")
    ? sql`to_char(${column} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"+00"')`
    : sql`${column}::text`;

/** Rows of a table by their key, as texts, some at a time. */
async function* rowsOf(db: Database, table: PgTable): AsyncGenerator<(string | null)[][]> {
  const columns = Object.values(getTableColumns(table)) as PgColumn[];
  const { primaryKeys } = getTableConfig(table);
  const keys = primaryKeys[0]?.columns ?? columns.filter((c) => c.primary);
  const order = sql.join(
    keys.map((k) => sql`${k}::text collate "C"`),
    sql`, `,
  );
  const texts = Object.fromEntries(columns.map((c, i) => [`c${i}`, textOf(c)]));
  for (let offset = 0; ; offset += ROWS_AT_ONCE) {
    const rows = await db.select(texts).from(table).orderBy(order).limit(ROWS_AT_ONCE).offset(offset);
    if (rows.length > 0) yield rows.map((row) => columns.map((_, i) => row[`c${i}`]));
    if (rows.length < ROWS_AT_ONCE) return;
  }
}

/** What a table holds: how many rows, and a digest of all that is in them. */
export interface TableState {
  name: string;
  rows: number;
  digest: string;
}

async function stateOf(db: Database, table: PgTable): Promise<TableState> {
  const digest = createHash("sha256");
  let count = 0;
  for await (const rows of rowsOf(db, table)) {
    for (const row of rows) digest.update(`${JSON.stringify(row)}\n`);
    count += rows.length;
  }
  return { name: getTableName(table), rows: count, digest: digest.digest("hex") };
}

/** What is in the tables of a database. */
export const statesOf = (db: Database): Promise<TableState[]> =>
  db.transaction(
    async (tx) => {
      const states: TableState[] = [];
      for (const table of TABLES) states.push(await stateOf(tx, table));
      return states;
    },
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );

/** The place that everything is to be moved to holds something already. */
export class NotEmpty extends Error {
  constructor(readonly what: string) {
    super(what);
    this.name = "NotEmpty";
  }
}

/** Rows of libraries that are not simply the oils that ship. */
const isOwnItem = or(
  ne(libraryItems.kind, "oils"),
  gt(libraryItems.version, 1),
  notInArray(
    libraryItems.id,
    OILS.map((o) => o.id),
  ),
);

/** Own rows of a database that would be lost were it written over; none in one that was only just made. */
async function ownRows(db: Database): Promise<string[]> {
  const found: string[] = [];
  for (const table of TABLES) {
    const own = table === libraryItems ? isOwnItem : undefined;
    const [row] = await db.select({ one: sql`1` }).from(table).where(own).limit(1);
    if (row) found.push(getTableName(table).replaceAll("_", " "));
  }
  return found;
}

/**
 * Copies every row, as it stands, into a database that holds nothing of its own yet, and compares the two; all in one transaction, so that a copy that is
 * broken off or differs leaves nothing.
 * @returns what is there now, table by table
 * @throws NotEmpty; Error where what arrived is not what was sent
 */
export async function copyAll(
  from: Database,
  to: Database,
  onRows: (done: number) => void = () => {},
): Promise<TableState[]> {
  return from.transaction(
    (source) =>
      to.transaction(async (target) => {
        const own = await ownRows(target);
        if (own.length > 0) throw new NotEmpty(own.join(", "));
        await target.delete(libraryItems);
        const states: TableState[] = [];
        let done = 0;
        for (const table of TABLES) {
          const columns = Object.values(getTableColumns(table)) as PgColumn[];
          const names = sql.join(
            columns.map((c) => sql.identifier(c.name)),
            sql`, `,
          );
          for await (const rows of rowsOf(source, table)) {
            const values = rows.map((row) => {
              const cells = row.map((text, i) => sql`${text}::text::${sql.raw(columns[i].getSQLType())}`);
              return sql`(${sql.join(cells, sql`, `)})`;
            });
            await target.execute(sql`insert into ${table} (${names}) values ${sql.join(values, sql`, `)}`);
            done += rows.length;
            onRows(done);
          }
          const [sent, arrived] = [await stateOf(source, table), await stateOf(target, table)];
          if (sent.digest !== arrived.digest)
            throw new Error(`What arrived in ${arrived.name} is not what was sent: nothing was kept.`);
          states.push(arrived);
        }
        return states;
      }),
    { isolationLevel: "repeatable read", accessMode: "read only" },
  );
}
