import { shelfEntry } from "../core/derive/shelf";
import type { ShelfEntry } from "../core/derive/shelfEntry";
import { readPlan } from "../core/document/read";
import type { Batch, SaveResult, ShelfRow } from "../data/batches";
import { json, notFound, problem } from "./problem";

/** A stored batch as the API shows it, its document lifted to the present schema, and its plan; null for one that cannot be read. */
export function readBatch(batch: Batch) {
  const read = readPlan(batch.document);
  const plan = read.ok ? read.plan : null;
  const body = {
    id: batch.id,
    version: batch.version,
    updatedAt: batch.updatedAt.toISOString(),
    document: plan ?? batch.document,
  };
  return { body, plan };
}

/** A stored batch as the API shows it. */
export const batchBody = (batch: Batch) => readBatch(batch).body;
export type BatchBody = ReturnType<typeof batchBody>;

/** One line of the shelf. */
export const shelfEntryOf = (row: ShelfRow, today: string): ShelfEntry =>
  shelfEntry({ ...row, updatedAt: row.updatedAt.toISOString() }, today);

export const etag = (row: { version: number }) => ({ etag: `"${row.version}"` });

export const batchAnswer = (batch: Batch, status = 200) =>
  json(
    batchBody(batch),
    status,
    status === 201 ? { ...etag(batch), location: `/api/batches/${batch.id}` } : etag(batch),
  );

/** The answer to a save of anything with versions: 404, what `onSaved` says, or 409 with what stands there now. */
export function savedAnswer<Row extends { version: number }>(
  what: string,
  result: SaveResult<Row>,
  show: (row: Row) => unknown,
  onSaved: (row: Row) => Response,
): Response {
  if (result.kind === "missing") return notFound(what);
  if (result.kind === "saved") return onSaved(result.row);
  return problem(
    409,
    "Changed elsewhere",
    `Version ${result.current.version} was saved meanwhile; nothing was overwritten.`,
    { current: show(result.current) },
  );
}
