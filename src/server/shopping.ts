import { shoppingList } from "../core/derive/shoppingList";
import { rowKey } from "../core/practice/stockSchema";
import { listPlanned } from "../data/batches";
import type { Database } from "../data/database";
import { allOf } from "../data/library";
import { getPaper } from "../data/papers";
import { sinceOf, stockNow, takenSince } from "../data/stock";

/** Planned batches that are bought for at most. */
const MOST = 200;

/** What the planned batches need beyond what the studio has counted. */
export async function shoppingPage(db: Database) {
  const [batches, stock] = await Promise.all([listPlanned(db, MOST), stockNow(db)]);
  const onHand = new Map(stock.flatMap((m) => (m.onHandG === null ? [] : [[m.key, m.onHandG]])));
  return {
    batches: batches.map(({ id, title, pourOn }) => ({ id, title, pourOn })),
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
    listPlanned(db, MOST),
    allOf(db, "colourants"),
    allOf(db, "scents"),
  ]);
  const rowsOf = (kind: "colourants" | "scents", rows: readonly { id: string; name: string }[]) =>
    rows.map(({ id, name }) => ({ key: rowKey(kind, id), kind, name }));
  return {
    stored,
    taken: await takenSince(db, sinceOf(stored.document)),
    planned: batches.flatMap((b) => b.needs),
    rows: [...rowsOf("colourants", colourants), ...rowsOf("scents", scents.filter(isNoBlend))],
  };
}
