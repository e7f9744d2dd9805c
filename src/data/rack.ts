import { and, desc, eq, gt, inArray, isNotNull, isNull, or, sql } from "drizzle-orm";
import type { RackBatch } from "../core/derive/orders";
import type { Orders } from "../core/practice/ordersSchema";
import type { Database } from "./database";
import { batches, readyDay } from "./schema";

/** Batches that are shown on the rack at most, and how long after they were ready, or were to be poured, days. */
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

/** The batches that orders may be served from, newest first: what cures, what was ready or planned for within some 400 days, and whatever an order speaks of. @param today ISO date */
export async function rackBatches(db: Database, orders: Orders, today: string): Promise<RackBatch[]> {
  const lines = orders.orders.flatMap((o) => o.lines);
  const named = [
    ...lines.flatMap((l) => [...(l.ofBatchId === null ? [] : [l.ofBatchId]), ...l.allocated.map((a) => a.batchId)]),
    ...orders.keptUp.map((k) => k.ofBatchId),
  ];
  const since = sql`((${today})::date - ${SHOWN_DAYS}::int)::text`;
  const rows = await db
    .select({
      ...{ id: batches.id, title: batches.title, phase: batches.phase },
      ...{ pourOn: batches.pourOn, readyOn: batches.readyOn, rack: batches.rack },
    })
    .from(batches)
    .where(
      or(
        eq(batches.phase, "pouring"),
        and(eq(batches.phase, "planned"), or(isNull(batches.pourOn), gt(batches.pourOn, since))),
        and(eq(batches.phase, "poured"), gt(readyDay(batches.readyOn), since)),
        named.length > 0 ? inArray(batches.id, named) : undefined,
      ),
    )
    .orderBy(desc(batches.createdAt))
    .limit(MOST);
  const rootOf = await roots(db);
  return rows.flatMap(({ id, title, phase, pourOn, readyOn, rack }): RackBatch[] => {
    if (!rack) return [];
    const isReady = phase === "poured" && readyOn !== null && readyOn <= today;
    const state = phase !== "poured" ? phase : isReady ? "ready" : "curing";
    return [{ ...rack, id, title, state, pourOn, readyOn, rootId: rootOf(id) }];
  });
}
