import { listCare } from "../data/batches";
import type { Database } from "../data/database";
import { batchBody } from "./batchAnswer";

/** Batches that are shown with what is due after their pour. */
const MOST_SHOWN = 12;

/** Batches that something is asked about after their pour, the most urgent first. */
export async function afterPours(db: Database) {
  return (await listCare(db, MOST_SHOWN)).map(batchBody);
}
