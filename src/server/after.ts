import { getBatch, listDue } from "../data/batches";
import type { Database } from "../data/database";
import { batchBody } from "./batchAnswer";

/** Batches whose days are looked through, and those that are shown with what is due after their pour. */
const MOST = { looked: 200, shown: 12 } as const;

/** Batches that something is asked about after their pour, the most urgent first. */
export async function afterPours(db: Database) {
  const rows = (await listDue(db, MOST.looked)).filter((r) => r.phase === "poured" && r.summary.care.length > 0);
  const urgent = rows
    .sort((a, b) => Date.parse(a.summary.care[0].dueAt) - Date.parse(b.summary.care[0].dueAt))
    .slice(0, MOST.shown);
  const found = await Promise.all(urgent.map((r) => getBatch(db, r.id)));
  return found.flatMap((b) => (b ? [batchBody(b)] : []));
}
