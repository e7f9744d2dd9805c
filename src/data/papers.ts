import { and, eq, sql } from "drizzle-orm";
import { PAPERS, type Paper, type PaperId } from "../core/practice/papers";
import type { Database } from "./database";
import { papers } from "./schema";

export interface StoredPaper<P extends PaperId> {
  version: number;
  document: Paper<P>;
}

/** A paper of the studio; empty, as version 0, until something has been saved. */
export async function getPaper<P extends PaperId>(db: Database, id: P): Promise<StoredPaper<P>> {
  const [row] = await db.select().from(papers).where(eq(papers.id, id));
  const read = row && PAPERS[id].schema.safeParse(row.document);
  return read?.success
    ? { version: row.version, document: read.data as Paper<P> }
    : { version: row?.version ?? 0, document: PAPERS[id].empty() as Paper<P> };
}

/** Saves over the version that the caller has seen; null when another was saved meanwhile. */
export async function savePaper<P extends PaperId>(
  db: Database,
  id: P,
  seenVersion: number,
  document: Paper<P>,
): Promise<StoredPaper<P> | null> {
  const [row] =
    seenVersion === 0
      ? await db.insert(papers).values({ id, document }).onConflictDoNothing().returning()
      : await db
          .update(papers)
          .set({ document, version: sql`${papers.version} + 1` })
          .where(and(eq(papers.id, id), eq(papers.version, seenVersion)))
          .returning();
  return row ? { version: row.version, document } : null;
}
