import { randomUUID } from "node:crypto";
import { and, asc, count, desc, eq, ilike, or, type SQL, sql } from "drizzle-orm";
import { OILS } from "../core/formula/oils";
import { LIBRARY, type LibraryDocument, lifted } from "../core/library/kinds";
import type { LibraryKind } from "../core/library/names";
import { literally, type SaveResult } from "./batches";
import type { Database } from "./database";
import { type FormulaVersionRow, formulaVersions, type LibraryRow, libraryItems } from "./schema";

export interface LibraryQuery {
  search: string;
  sort: string;
  isDescending: boolean;
  isArchived: boolean;
  offset: number;
  limit: number;
}

/** Column or field of the document that a list is ordered by; name for anything that is not offered. */
function orderOf(kind: LibraryKind, sort: string): SQL {
  if (sort === "updated") return sql`${libraryItems.updatedAt}`;
  const offered: Record<string, readonly ["number" | "text", string]> = LIBRARY[kind].sorts;
  if (!Object.hasOwn(offered, sort)) return sql`lower(${libraryItems.name})`;
  const [type, path] = offered[sort];
  const field = sql`${libraryItems.document} #>> ${sql.raw(`'{${path.replaceAll(".", ",")}}'`)}`;
  return type === "number" ? sql`(${field})::float` : sql`lower(${field})`;
}

/** One page of a library. Search looks in the names; sorts that a library does not offer fall back to the name. */
export async function listLibrary(
  db: Database,
  kind: LibraryKind,
  query: LibraryQuery,
): Promise<{ total: number; rows: LibraryRow[] }> {
  const filter = and(
    eq(libraryItems.kind, kind),
    eq(libraryItems.isArchived, query.isArchived),
    query.search ? ilike(libraryItems.name, literally(query.search)) : undefined,
  );
  const order = orderOf(kind, query.sort);
  const rows = await db
    .select()
    .from(libraryItems)
    .where(filter)
    .orderBy(query.isDescending ? desc(order) : asc(order), asc(libraryItems.id))
    .limit(query.limit)
    .offset(query.offset);
  const [{ total }] = await db.select({ total: count() }).from(libraryItems).where(filter);
  return { total, rows };
}

/** All rows of a library that are not archived, by name. */
export const allOf = (db: Database, kind: LibraryKind): Promise<LibraryRow[]> =>
  db
    .select()
    .from(libraryItems)
    .where(and(eq(libraryItems.kind, kind), eq(libraryItems.isArchived, false)))
    .orderBy(asc(sql`lower(${libraryItems.name})`), asc(libraryItems.id));

/** Says whether anything in the libraries has changed: the same text as before means that nothing has, whoever wrote to the database. */
export async function libraryStamp(db: Database): Promise<string> {
  const [stamp] = await db
    .select({
      rows: count(),
      versions: sql<string>`sum(${libraryItems.version})`,
      newest: sql<string>`max(${libraryItems.updatedAt})`,
      archived: sql<string>`count(*) filter (where ${libraryItems.isArchived})`,
    })
    .from(libraryItems);
  return JSON.stringify(stamp);
}

const isRow = (kind: LibraryKind, id: string) => and(eq(libraryItems.kind, kind), eq(libraryItems.id, id));

export async function getLibraryItem(db: Database, kind: LibraryKind, id: string): Promise<LibraryRow | null> {
  const [row] = await db.select().from(libraryItems).where(isRow(kind, id));
  return row ?? null;
}

const keepVersion = (db: Database, row: LibraryRow) =>
  row.kind === "formulas"
    ? db
        .insert(formulaVersions)
        .values({ formulaId: row.id, version: row.version, document: row.document as LibraryDocument<"formulas"> })
        .onConflictDoNothing()
    : null;

/** A new row. An oil keeps the id that its document names; null where that is taken. */
export async function createLibraryItem(
  db: Database,
  kind: LibraryKind,
  document: LibraryDocument,
  id: string = kind === "oils" ? (document as LibraryDocument<"oils">).id : randomUUID(),
): Promise<LibraryRow | null> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .insert(libraryItems)
      .values({ kind, id, name: document.name, document })
      .onConflictDoNothing()
      .returning();
    if (row) await keepVersion(tx, row);
    return row ?? null;
  });
}

/** Saves over the version that the caller has seen. Every version of a formula is kept. */
export async function saveLibraryItem(
  db: Database,
  kind: LibraryKind,
  id: string,
  seenVersion: number,
  change: { document: LibraryDocument; isArchived: boolean },
): Promise<SaveResult<LibraryRow>> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .update(libraryItems)
      .set({ ...change, name: change.document.name, version: seenVersion + 1, updatedAt: sql`now()` })
      .where(and(isRow(kind, id), eq(libraryItems.version, seenVersion)))
      .returning();
    if (row) {
      await keepVersion(tx, row);
      return { kind: "saved", row };
    }
    const [current] = await tx.select().from(libraryItems).where(isRow(kind, id));
    return current ? { kind: "conflict", current } : { kind: "missing" };
  });
}

/** Puts a row of a fixed id in place, new or over what stands there; for demo data. */
export async function putLibraryItem(
  db: Database,
  kind: LibraryKind,
  id: string,
  document: LibraryDocument,
): Promise<void> {
  const current = await getLibraryItem(db, kind, id);
  if (!current) await createLibraryItem(db, kind, document, id);
  else await saveLibraryItem(db, kind, id, current.version, { document, isArchived: false });
}

/** Versions of a formula, newest first. */
export const listFormulaVersions = (db: Database, formulaId: string): Promise<FormulaVersionRow[]> =>
  db
    .select()
    .from(formulaVersions)
    .where(eq(formulaVersions.formulaId, formulaId))
    .orderBy(desc(formulaVersions.version))
    .limit(200);

/** Puts the oils that ship with Tundish into the library where they are missing or were never changed; own changes stay. */
export async function ensureOils(db: Database): Promise<void> {
  const { id, version, document } = libraryItems;
  const there = await db.select({ id, version, document }).from(libraryItems).where(eq(libraryItems.kind, "oils"));
  const known = new Set(there.map((row) => row.id));
  const missing = OILS.filter((o) => !known.has(o.id));
  const rows = missing.map((o) => ({ kind: "oils" as const, id: o.id, name: o.name, document: o }));
  if (rows.length > 0) await db.insert(libraryItems).values(rows).onConflictDoNothing();
  const shipped = new Map(OILS.map((o) => [o.id, o]));
  for (const row of there) {
    const oil = shipped.get(row.id);
    if (oil && row.version === 1 && JSON.stringify(oil) !== JSON.stringify(row.document))
      await db.update(libraryItems).set({ name: oil.name, document: oil }).where(isRow("oils", row.id));
  }
}

/** Rows kept by an older Tundish as they are now: several liquids in place of one milk in formulas and their versions, heights and hardness of cutters. */
export async function liftRows(db: Database): Promise<void> {
  const isOldFormula = (document: typeof libraryItems.document | typeof formulaVersions.document) =>
    sql`${document} -> 'liquids' is null`;
  const isOldCutter = sql`${libraryItems.document} #>> '{spec,kind}' = 'cutter' and ${libraryItems.document} #> '{spec,hardest}' is null`;
  const isKind = (kind: LibraryKind, isOld: SQL) => and(eq(libraryItems.kind, kind), isOld);
  const items = await db
    .select()
    .from(libraryItems)
    .where(or(isKind("formulas", isOldFormula(libraryItems.document)), isKind("tools", isOldCutter)));
  for (const { kind, id, document } of items)
    await db
      .update(libraryItems)
      .set({ document: lifted(kind as LibraryKind, document) as LibraryDocument })
      .where(isRow(kind as LibraryKind, id));
  const versions = await db.select().from(formulaVersions).where(isOldFormula(formulaVersions.document));
  for (const row of versions) {
    await db
      .update(formulaVersions)
      .set({ document: lifted("formulas", row.document) as LibraryDocument<"formulas"> })
      .where(and(eq(formulaVersions.formulaId, row.formulaId), eq(formulaVersions.version, row.version)));
  }
}
