import { needsOf } from "../core/derive/materialNeeds";
import { shoppingList } from "../core/derive/shoppingList";
import { takenOf } from "../core/derive/taken";
import { readPlan } from "../core/document/read";
import { stillNeeded } from "../core/library/stock";
import { rowKey } from "../core/practice/stockSchema";
import type { Database } from "../data/database";
import { allOf } from "../data/library";
import { getPaper } from "../data/papers";
import { searchBatches } from "../data/search";
import { sinceOf, stockNow, takenSince } from "../data/stock";

/** Planned batches that are bought for at most. */
const MOST = 200;

/** Planned batches, read. */
async function plannedBatches(db: Database) {
  const planned = { query: "", family: "", phase: "planned", uses: "", rating: null };
  const { rows } = await searchBatches(db, planned, { offset: 0, limit: MOST });
  return rows.flatMap((row) => {
    const read = readPlan(row.document);
    return read.ok ? [{ id: row.id, plan: read.plan }] : [];
  });
}

/** What the planned batches need beyond what the studio has counted. */
export async function shoppingPage(db: Database) {
  const [batches, stock] = await Promise.all([plannedBatches(db), stockNow(db)]);
  const onHand = new Map(stock.flatMap((m) => (m.onHandG === null ? [] : [[m.key, m.onHandG]])));
  return {
    batches: batches.map(({ id, plan }) => ({ id, title: plan.title, pourOn: plan.pourOn })),
    lines: shoppingList(batches, onHand),
  };
}

/** A blend is counted by its parts. */
const isNoBlend = (row: { document: object }) =>
  !("blend" in row.document) || (row.document.blend as unknown[]).length === 0;

/** The stock, what batches took of it, what planned ones still need, and what of the libraries can be counted. */
export async function stockPage(db: Database) {
  const [stored, batches, colourants, scents] = await Promise.all([
    getPaper(db, "stock"),
    plannedBatches(db),
    allOf(db, "colourants"),
    allOf(db, "scents"),
  ]);
  const rowsOf = (kind: "colourants" | "scents", rows: readonly { id: string; name: string }[]) =>
    rows.map(({ id, name }) => ({ key: rowKey(kind, id), kind, name }));
  return {
    stored,
    taken: await takenSince(db, sinceOf(stored.document)),
    planned: batches.flatMap(({ plan }) => stillNeeded(needsOf(plan), takenOf(plan))),
    rows: [...rowsOf("colourants", colourants), ...rowsOf("scents", scents.filter(isNoBlend))],
  };
}
