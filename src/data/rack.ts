import { desc, gt, inArray, isNotNull, ne, or, sql } from "drizzle-orm";
import type { CureDates } from "../core/cure/dates";
import type { RackBatch } from "../core/derive/orders";
import type { RackFigures } from "../core/derive/rack";
import type { Orders } from "../core/practice/ordersSchema";
import type { Database } from "./database";
import { batches } from "./schema";

/** Batches that are shown on the rack at most, and how long after they were ready, days. */
const MOST = 1000;
const SHOWN_DAYS = 400;

/** Batches by the first one of their line. */
async function roots(db: Database): Promise<(id: string) => string> {
  const rows = await db
    .select({ id: batches.id, originId: batches.originId })
    .from(batches)
    .where(isNotNull(batches.originId));
  const origins = new Map(rows.map((r) => [r.id, r.originId!]));
  return (id) => {
    const seen = new Set([id]);
    let at = id;
    for (let before = origins.get(at); before !== undefined && !seen.has(before); before = origins.get(at)) {
      seen.add(before);
      at = before;
    }
    return at;
  };
}

/** The batches that orders may be served from, newest first: what is planned or cures, what was ready within a year, and whatever an order speaks of. @param today ISO date */
export async function rackBatches(db: Database, orders: Orders, today: string): Promise<RackBatch[]> {
  const lines = orders.orders.flatMap((o) => o.lines);
  const named = [
    ...lines.flatMap((l) => [...(l.ofBatchId === null ? [] : [l.ofBatchId]), ...l.allocated.map((a) => a.batchId)]),
    ...orders.keptUp.map((k) => k.ofBatchId),
  ];
  const rows = await db
    .select({
      ...{ id: batches.id, title: batches.title, phase: batches.phase, readyOn: batches.readyOn },
      rack: sql<RackFigures | null>`${batches.summary} -> 'rack'`,
      dates: sql<CureDates | null>`${batches.summary} -> 'dates'`,
    })
    .from(batches)
    .where(
      or(
        ne(batches.phase, "poured"),
        gt(batches.readyOn, sql`((${today})::date - ${SHOWN_DAYS}::int)::text`),
        named.length > 0 ? inArray(batches.id, named) : undefined,
      ),
    )
    .orderBy(desc(batches.createdAt))
    .limit(MOST);
  const rootOf = await roots(db);
  return rows.flatMap(({ rack, dates, phase, readyOn, ...row }): RackBatch[] => {
    if (!rack) return [];
    const isReady = phase === "poured" && readyOn !== null && readyOn <= today;
    const state = phase !== "poured" ? phase : isReady ? "ready" : "curing";
    return [{ ...row, ...rack, state, readyOn, pourOn: dates?.pourOn ?? null, rootId: rootOf(row.id) }];
  });
}
