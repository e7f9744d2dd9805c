import { randomUUID } from "node:crypto";
import { and, asc, eq, sql } from "drizzle-orm";
import type { Plan } from "../core/plan/schema";
import type { Database } from "./open";
import { type BatchRow, batches } from "./schema";

/** A stored batch as it leaves the data layer. */
export type Batch = BatchRow;

/** Result of a save: the new row, or why it was not saved. */
export type SaveResult = { kind: "saved"; batch: Batch } | { kind: "conflict"; current: Batch } | { kind: "missing" };

export const listBatches = (db: Database): Promise<Batch[]> =>
  db.select().from(batches).orderBy(asc(batches.createdAt), asc(batches.id));

export async function getBatch(db: Database, id: string): Promise<Batch | null> {
  const [row] = await db.select().from(batches).where(eq(batches.id, id));
  return row ?? null;
}

export async function createBatch(db: Database, document: Plan, id: string = randomUUID()): Promise<Batch> {
  const [row] = await db.insert(batches).values({ id, document }).returning();
  return row;
}

/** Puts a batch of a fixed id in place, new or over what stands there. */
export async function putBatch(db: Database, id: string, document: Plan): Promise<void> {
  const now = sql`now()`;
  await db
    .insert(batches)
    .values({ id, document })
    .onConflictDoUpdate({
      target: batches.id,
      set: { document, version: sql`${batches.version} + 1`, updatedAt: now },
    });
}

/** Saves over the version that the caller has seen; anything newer is a conflict and stays as it is. */
export async function saveBatch(db: Database, id: string, seenVersion: number, document: Plan): Promise<SaveResult> {
  const [row] = await db
    .update(batches)
    .set({ document, version: seenVersion + 1, updatedAt: sql`now()` })
    .where(and(eq(batches.id, id), eq(batches.version, seenVersion)))
    .returning();
  if (row) return { kind: "saved", batch: row };
  const current = await getBatch(db, id);
  return current ? { kind: "conflict", current } : { kind: "missing" };
}

/** Deletes over the version that the caller has seen. */
export async function deleteBatch(db: Database, id: string, seenVersion: number): Promise<SaveResult> {
  const [row] = await db
    .delete(batches)
    .where(and(eq(batches.id, id), eq(batches.version, seenVersion)))
    .returning();
  if (row) return { kind: "saved", batch: row };
  const current = await getBatch(db, id);
  return current ? { kind: "conflict", current } : { kind: "missing" };
}
