import { shoppingList } from "../core/derive/materials";
import { readPlan } from "../core/document/read";
import type { Database } from "../data/database";
import { allOf } from "../data/library";
import { searchBatches } from "../data/search";

/** Planned batches that are bought for at most. */
const MOST = 200;

/** What the planned batches need beyond what the studio has counted. */
export async function shoppingPage(db: Database) {
  const planned = { query: "", family: "", phase: "planned", uses: "", rating: null };
  const [{ rows }, colourants, scents] = await Promise.all([
    searchBatches(db, planned, { offset: 0, limit: MOST }),
    allOf(db, "colourants"),
    allOf(db, "scents"),
  ]);
  const onHand = new Map<string, number>();
  for (const [kind, list] of [
    ["colourants", colourants],
    ["scents", scents],
  ] as const)
    for (const row of list) {
      const { stockG } = row.document as { stockG: number | null };
      if (stockG !== null) onHand.set(`${kind}:${row.id}`, stockG);
    }
  const batches = rows.flatMap((row) => {
    const read = readPlan(row.document);
    return read.ok ? [{ id: row.id, plan: read.plan }] : [];
  });
  return {
    batches: batches.map(({ id, plan }) => ({ id, title: plan.title, pourOn: plan.pourOn })),
    lines: shoppingList(batches, onHand),
  };
}
