import { and, arrayContains, count, desc, eq, gte, inArray, isNotNull, like, type SQL, sql } from "drizzle-orm";
import { queryWords } from "../core/derive/searched";
import type { ShelfSummary } from "../core/derive/shelfEntry";
import type { Plan } from "../core/document/schema";
import type { Database } from "./database";
import { batches } from "./schema";

/** What is looked for: words, and what must be so of a batch; empty or null where it may be anything. */
export interface Sought {
  query: string;
  family: string;
  phase: string;
  /** A row of a library, as "kind:id". */
  uses: string;
  /** The least rating. */
  rating: number | null;
}

export interface FoundRow {
  id: string;
  title: string;
  phase: string;
  family: string;
  rating: number | null;
  pourOn: string | null;
  summary: ShelfSummary;
  updatedAt: Date;
}

/** A batch of a line, with all that stands in it. */
export interface LineRow extends FoundRow {
  document: Plan;
}

const { id, title, phase, family, rating, pourOn, document, summary, updatedAt } = batches;
const FOUND = { id, title, phase, family, rating, pourOn, summary, updatedAt };

/** The query in PostgreSQL's words: every word, each as the beginning of one; null where nothing is left to look for. */
function lexemes(query: string): SQL | null {
  const words = queryWords(query);
  return words.length === 0 ? null : sql`to_tsquery('english', ${words.map((w) => `${w}:*`).join(" & ")})`;
}

/** Batches in which all the words stand, the best first; without words the newest first. */
export async function searchBatches(
  db: Database,
  sought: Sought,
  page: { offset: number; limit: number },
): Promise<{ total: number; rows: FoundRow[] }> {
  const query = lexemes(sought.query);
  const filter = and(
    isNotNull(batches.summary),
    query ? sql`${batches.words} @@ ${query}` : undefined,
    sought.family ? eq(batches.family, sought.family) : undefined,
    sought.phase ? eq(batches.phase, sought.phase as "poured") : undefined,
    sought.uses ? arrayContains(batches.uses, [sought.uses]) : undefined,
    sought.rating === null ? undefined : gte(batches.rating, sought.rating),
  );
  const [{ total }] = await db.select({ total: count() }).from(batches).where(filter);
  // Ranked by their rows' own columns alone; the documents of the page are read after that.
  const ranked = await db
    .select({ id: batches.id })
    .from(batches)
    .where(filter)
    .orderBy(
      ...(query ? [desc(sql`ts_rank(${batches.words}, ${query})`)] : []),
      desc(batches.createdAt),
      desc(batches.id),
    )
    .limit(page.limit)
    .offset(page.offset);
  if (ranked.length === 0) return { total, rows: [] };
  const ids = ranked.map((r) => r.id);
  const rows = (await db.select(FOUND).from(batches).where(inArray(batches.id, ids))) as FoundRow[];
  const byId = new Map(rows.map((r) => [r.id, r]));
  return { total, rows: ranked.flatMap((r) => byId.get(r.id) ?? []) };
}

/** All that stands in batches, by their ids. */
export async function documentsOf(db: Database, ids: readonly string[]): Promise<Map<string, Plan>> {
  if (ids.length === 0) return new Map();
  const rows = await db
    .select({ id, document })
    .from(batches)
    .where(inArray(id, [...ids]));
  return new Map(rows.map((r) => [r.id, r.document]));
}

/** How many batches use each row of a library. @param kind of the library */
export async function usesOf(db: Database, kind: string): Promise<Map<string, number>> {
  const all = db
    .select({ use: sql<string>`unnest(${batches.uses})`.as("use") })
    .from(batches)
    .as("all_uses");
  const rows = await db
    .select({ use: all.use, n: count() })
    .from(all)
    .where(like(all.use, `${kind}:%`))
    .groupBy(all.use);
  return new Map(rows.map((r) => [r.use.slice(kind.length + 1), r.n]));
}

const LONGEST_LINE = 400;

/** The line of a soap: every batch that was copied from one of it, or that one of it was copied from, the oldest first. */
export async function lineOf(db: Database, id: string): Promise<LineRow[]> {
  let rootId = id;
  const seen = new Set<string>();
  for (;;) {
    const [row] = await db.select({ originId: batches.originId }).from(batches).where(eq(batches.id, rootId));
    if (!row?.originId || seen.has(rootId)) break;
    seen.add(rootId);
    const [before] = await db.select({ id: batches.id }).from(batches).where(eq(batches.id, row.originId));
    // The batch that it was copied from may be gone.
    if (!before) break;
    rootId = before.id;
  }
  const ids = new Set([rootId]);
  for (let last = [rootId]; last.length > 0 && ids.size < LONGEST_LINE; ) {
    const next = await db.select({ id: batches.id }).from(batches).where(inArray(batches.originId, last));
    last = next.map((r) => r.id).filter((i) => !ids.has(i));
    for (const i of last) ids.add(i);
  }
  return (await db
    .select({ ...FOUND, document })
    .from(batches)
    .where(and(inArray(batches.id, [...ids]), isNotNull(batches.summary)))
    .orderBy(batches.createdAt, batches.id)) as LineRow[];
}
