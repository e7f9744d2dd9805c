import { readPlan } from "../core/plan/read";
import { type ShelfEntry, shelfEntry } from "../core/plan/shelf";
import type { Batch, SaveResult } from "../data/batches";
import { json, notFound, problem } from "./problem";

/** A stored batch as the API shows it; its document is lifted to the present schema. */
export function batchBody(batch: Batch) {
  const read = readPlan(batch.document);
  return {
    id: batch.id,
    version: batch.version,
    updatedAt: batch.updatedAt.toISOString(),
    document: read.ok ? read.plan : batch.document,
  };
}
export type BatchBody = ReturnType<typeof batchBody>;

const shelfCache = new Map<string, ShelfEntry>();
const MOST_CACHED = 500;

/** One line of the shelf; computed once for every version of a batch and day. */
export function shelfEntryOf(batch: Batch, today: string): ShelfEntry {
  const key = `${batch.id}/${batch.version}/${today}`;
  const known = shelfCache.get(key);
  if (known) return known;
  if (shelfCache.size >= MOST_CACHED) shelfCache.clear();
  const entry = shelfEntry(batchBody(batch), today);
  shelfCache.set(key, entry);
  return entry;
}

const etag = (batch: Batch) => ({ etag: `"${batch.version}"` });

export const batchAnswer = (batch: Batch, status = 200) =>
  json(
    batchBody(batch),
    status,
    status === 201 ? { ...etag(batch), location: `/api/batches/${batch.id}` } : etag(batch),
  );

export function savedAnswer(result: SaveResult, onSaved: (batch: Batch) => Response): Response {
  if (result.kind === "missing") return notFound("batch");
  if (result.kind === "saved") return onSaved(result.batch);
  return problem(
    409,
    "Changed elsewhere",
    `Version ${result.current.version} was saved meanwhile; nothing was overwritten.`,
    {
      current: batchBody(result.current),
    },
  );
}
