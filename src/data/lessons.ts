import { asc, count, eq, type SQL, sql } from "drizzle-orm";
import type { Lesson } from "../core/clock/learn";
import { FIRM_SPREAD, firmUnknown } from "../core/cure/firmness";
import type { Told } from "../core/practice/told";
import { firstNonFinite } from "../core/units/finite";
import type { Database } from "./database";
import { batches, type LessonRow, lessons } from "./schema";

/** A lesson with the title of the batch that taught it. */
export type TitledLesson = LessonRow & { title: string };

/** Puts what a batch taught in place of what it taught before; whether it is left out stays. */
export async function putLessons(db: Database, batchId: string, found: readonly Lesson[]): Promise<void> {
  const wrong = firstNonFinite(found);
  if (wrong) throw new Error(`a lesson that is not a number (${wrong}) is not kept`);
  await db.transaction(async (tx) => {
    // Two that teach at once wait for each other, on a database that lets them run side by side.
    await tx.select({ id: batches.id }).from(batches).where(eq(batches.id, batchId)).for("no key update");
    const before = await tx.select().from(lessons).where(eq(lessons.batchId, batchId));
    const isLeftOut = before.some((l) => l.isLeftOut);
    await tx.delete(lessons).where(eq(lessons.batchId, batchId));
    if (found.length > 0) await tx.insert(lessons).values(found.map((l) => ({ batchId, ...l, isLeftOut })));
  });
}

const lessonsWhere = (db: Database, filter?: SQL): Promise<TitledLesson[]> =>
  db
    .select({
      batchId: lessons.batchId,
      unknown: lessons.unknown,
      mean: lessons.mean,
      precision: lessons.precision,
      isLeftOut: lessons.isLeftOut,
      learnedAt: lessons.learnedAt,
      title: sql<string>`coalesce(${batches.title}, ${lessons.batchId})`,
    })
    .from(lessons)
    .leftJoin(batches, eq(batches.id, lessons.batchId))
    .where(filter)
    .orderBy(asc(lessons.learnedAt), asc(lessons.unknown));

/** All lessons, oldest first; those of deleted batches stay, named by their id. */
export const allLessons = (db: Database): Promise<TitledLesson[]> => lessonsWhere(db);

/** What one batch taught. */
export const lessonsOfBatch = (db: Database, batchId: string): Promise<TitledLesson[]> =>
  lessonsWhere(db, eq(lessons.batchId, batchId));

/** What all batches taught of one unknown, oldest first. */
export const lessonsAbout = (db: Database, unknown: string): Promise<TitledLesson[]> =>
  lessonsWhere(db, eq(lessons.unknown, unknown));

/** What all lessons that count say together, by unknown: `addUp` (core/library) done by the database, which reads thousands of lessons in a few milliseconds. */
export async function toldLessons(db: Database): Promise<Told[]> {
  const { unknown, mean, precision } = lessons;
  const own = sql`case when ${unknown} = ${firmUnknown(null)} then 1 / (${FIRM_SPREAD.formula ** 2}::float8 + 1 / ${precision}) else ${precision} end`;
  return db
    .select({
      unknown,
      batches: count(),
      mean: sql<number>`sum(${mean} * ${own}) / sum(${own})`,
      precision: sql<number>`sum(${own})`,
    })
    .from(lessons)
    .where(eq(lessons.isLeftOut, false))
    .groupBy(unknown)
    .orderBy(sql`${unknown} collate "C"`);
}

/** Leaves a batch out of all that is believed, or takes it back in; how many lessons that were. */
export async function leaveOut(db: Database, batchId: string, isLeftOut: boolean): Promise<number> {
  const changed = await db.update(lessons).set({ isLeftOut }).where(eq(lessons.batchId, batchId)).returning();
  return changed.length;
}

/** Forgets everything learned of one unknown; how many lessons that were. */
export async function forget(db: Database, unknown: string): Promise<number> {
  const gone = await db.delete(lessons).where(eq(lessons.unknown, unknown)).returning();
  return gone.length;
}
