import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import { and, asc, count, desc, eq, gt, ilike, isNotNull, isNull, lte, or, type SQL, sql } from "drizzle-orm";
import { SUMMARY_MODEL } from "../core/derive/shelf";
import type { ShelfSummary } from "../core/derive/shelfEntry";
import type { BenchEvent } from "../core/document/logSchema";
import type { FieldProblem } from "../core/document/problems";
import { readPlan } from "../core/document/read";
import { afterBench, merged } from "../core/document/record";
import type { Plan } from "../core/document/schema";
import type { Need } from "../core/practice/stockSchema";
import type { Database } from "./database";
import { listColumns } from "./listColumns";
import { type BatchRow, batches, isLookOnly, isPouring, isUnpoured, readyDay } from "./schema";

/** A stored batch as it leaves the data layer. */
export type Batch = BatchRow;

/** Result of a save: the new row, or why it was not saved. */
export type SaveResult<Row = Batch> =
  | { kind: "saved"; row: Row }
  | { kind: "conflict"; current: Row }
  | { kind: "missing" };

/** A board of the shelf. */
export type Board = "planned" | "curing" | "ready";

export interface ShelfRow {
  id: string;
  version: number;
  updatedAt: Date;
  title: string;
  phase: string;
  summary: ShelfSummary;
}

export interface BoardPage {
  total: number;
  rows: ShelfRow[];
}

const SHELF_COLUMNS = {
  id: batches.id,
  version: batches.version,
  updatedAt: batches.updatedAt,
  title: batches.title,
  phase: batches.phase,
  summary: batches.summary,
};

/** Text that `like` takes as it stands. */
export const literally = (text: string): string => `%${text.replace(/[\\%_]/g, "\\$&")}%`;

function onBoard(board: Board, today: string): SQL {
  if (board === "planned") return isUnpoured(batches.phase);
  const poured = eq(batches.phase, "poured");
  const day = readyDay(batches.readyOn);
  return and(poured, board === "ready" ? lte(day, today) : gt(day, today))!;
}

/** One board of the shelf, a page at a time: planned ones the newest first, the others by their dates. */
export async function listBoard(
  db: Database,
  board: Board,
  today: string,
  page: { search: string; offset: number; limit: number },
): Promise<BoardPage> {
  const filter = and(
    onBoard(board, today),
    isNotNull(batches.summary),
    page.search ? ilike(batches.title, literally(page.search)) : undefined,
  );
  const order =
    board === "planned"
      ? [desc(isPouring(batches.phase)), desc(batches.createdAt), asc(batches.id)]
      : [(board === "curing" ? asc : desc)(readyDay(batches.readyOn)), asc(batches.id)];
  const rows = await db
    .select(SHELF_COLUMNS)
    .from(batches)
    .where(filter)
    .orderBy(...order)
    .limit(page.limit)
    .offset(page.offset);
  const [{ total }] = await db.select({ total: count() }).from(batches).where(filter);
  return { total, rows: rows as ShelfRow[] };
}

/** What is due: planned and poured batches by their next day that is not answered, those that are past first; where only a look at the bar that is kept is left, after all others. */
export async function listDue(db: Database, limit: number): Promise<ShelfRow[]> {
  const rows = await db
    .select(SHELF_COLUMNS)
    .from(batches)
    .where(and(isNotNull(batches.dueOn), isNotNull(batches.summary)))
    .orderBy(asc(sql`(${isLookOnly(batches.summary)})`), asc(batches.dueOn), asc(batches.id))
    .limit(limit);
  return rows as ShelfRow[];
}

/** Poured batches of which something is asked, the first hour of it first. */
export const listCare = (db: Database, limit: number): Promise<Batch[]> =>
  db.select().from(batches).where(isNotNull(batches.careAt)).orderBy(asc(batches.careAt), asc(batches.id)).limit(limit);

/** A planned batch with what it still takes of the studio's materials. */
export interface PlannedRow {
  id: string;
  title: string;
  pourOn: string | null;
  needs: Need[];
}

/** Planned batches, the newest first. */
export async function listPlanned(db: Database, limit: number): Promise<PlannedRow[]> {
  const { id, title, pourOn, needs } = batches;
  const rows = await db
    .select({ id, title, pourOn, needs })
    .from(batches)
    .where(and(eq(batches.phase, "planned"), isNotNull(needs)))
    .orderBy(desc(batches.createdAt), desc(id))
    .limit(limit);
  return rows as PlannedRow[];
}

const SUMMARISED_AT_ONCE = 40;

/** Fills the list columns of rows that an older Tundish wrote, or summed up otherwise; how many there were. */
export async function summariseOldRows(db: Database, isStopped: () => boolean = () => false): Promise<number> {
  let done = 0;
  let after = "";
  for (;;) {
    const old = await db
      .select()
      .from(batches)
      .where(
        and(
          gt(batches.id, after),
          or(isNull(batches.summary), sql`coalesce((${batches.summary} ->> 'model')::int, 0) <> ${SUMMARY_MODEL}`),
        ),
      )
      .orderBy(asc(batches.id))
      .limit(SUMMARISED_AT_ONCE);
    for (const row of old) {
      if (isStopped()) return done;
      const read = readPlan(row.document);
      // Only over the version that was read: a save meanwhile brings its own summary.
      if (read.ok)
        await db
          .update(batches)
          .set(listColumns(read.plan))
          .where(and(eq(batches.id, row.id), eq(batches.version, row.version)));
      done++;
    }
    if (old.length < SUMMARISED_AT_ONCE) return done;
    after = old[old.length - 1].id;
  }
}

export async function getBatch(db: Database, id: string): Promise<Batch | null> {
  const [row] = await db.select().from(batches).where(eq(batches.id, id));
  return row ?? null;
}

export async function createBatch(db: Database, document: Plan, id: string = randomUUID()): Promise<Batch> {
  const [row] = await db
    .insert(batches)
    .values({ id, document, ...listColumns(document) })
    .returning();
  return row;
}

/** Puts a batch of a fixed id in place, new or over what stands there. */
export async function putBatch(db: Database, id: string, document: Plan): Promise<void> {
  const columns = { document, ...listColumns(document) };
  await db
    .insert(batches)
    .values({ id, ...columns })
    .onConflictDoUpdate({
      target: batches.id,
      set: {
        ...columns,
        version: sql`${batches.version} + 1`,
        editedVersion: sql`${batches.version} + 1`,
        updatedAt: sql`now()`,
      },
    });
}

/**
 * Saves over the version that the caller has seen; anything newer that is an edit is a conflict and stays as it is. What was noted at the bench meanwhile is no edit: it
 * stands in what is saved, and nothing of the log is ever lost.
 */
export async function saveBatch(db: Database, id: string, seenVersion: number, document: Plan): Promise<SaveResult> {
  return db.transaction(async (tx): Promise<SaveResult> => {
    const [current] = await tx.select().from(batches).where(eq(batches.id, id)).for("no key update");
    if (!current) return { kind: "missing" };
    if (seenVersion > current.version || seenVersion < current.editedVersion) return { kind: "conflict", current };
    const stored = readPlan(current.document);
    const change = { id: `c${randomUUID().replaceAll("-", "")}`, at: new Date().toISOString() };
    const next = stored.ok ? merged(stored.plan, document, change) : document;
    const version = current.version + 1;
    const [row] = await tx
      .update(batches)
      .set({ document: next, ...listColumns(next), version, editedVersion: version, updatedAt: sql`now()` })
      .where(eq(batches.id, id))
      .returning();
    return { kind: "saved", row };
  });
}

/** What became of events that were to be noted. */
export type AppendResult =
  | { kind: "added" | "known"; row: Batch }
  | { kind: "missing" }
  /** Another event stands under that id already. */
  | { kind: "taken"; index: number }
  | { kind: "full" }
  | { kind: "refused"; problems: FieldProblem[] };

/** A log may not make a document longer than this, characters: it could not be saved as a whole any more. */
const LARGEST_DOCUMENT = 900_000;

/** Notes what happened at the bench: each event once, whatever was saved or noted meanwhile. */
export async function appendEvents(db: Database, id: string, events: readonly BenchEvent[]): Promise<AppendResult> {
  return db.transaction(async (tx): Promise<AppendResult> => {
    const [current] = await tx.select().from(batches).where(eq(batches.id, id)).for("no key update");
    if (!current) return { kind: "missing" };
    const stored = readPlan(current.document);
    if (!stored.ok) return { kind: "refused", problems: stored.problems };
    const known = new Map(stored.plan.record.log.map((e) => [e.id, e]));
    const index = events.findIndex((e) => known.has(e.id) && !isDeepStrictEqual(known.get(e.id), e));
    if (index >= 0) return { kind: "taken", index };
    const next = afterBench(stored.plan, ...events);
    if (next === stored.plan) return { kind: "known", row: current };
    const isLeftOut = events.some((e) => !next.record.log.some((n) => n.id === e.id));
    if (isLeftOut || JSON.stringify(next).length > LARGEST_DOCUMENT) return { kind: "full" };
    const read = readPlan(next);
    if (!read.ok) return { kind: "refused", problems: read.problems };
    const [row] = await tx
      .update(batches)
      .set({ document: next, ...listColumns(next), version: current.version + 1, updatedAt: sql`now()` })
      .where(eq(batches.id, id))
      .returning();
    return { kind: "added", row };
  });
}

/** Deletes over the version that the caller has seen. */
export async function deleteBatch(db: Database, id: string, seenVersion: number): Promise<SaveResult> {
  const [row] = await db
    .delete(batches)
    .where(and(eq(batches.id, id), eq(batches.version, seenVersion)))
    .returning();
  if (row) return { kind: "saved", row };
  const current = await getBatch(db, id);
  return current ? { kind: "conflict", current } : { kind: "missing" };
}
