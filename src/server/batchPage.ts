import { getBatch } from "../data/batches";
import { batchBody } from "./batchAnswer";
import { database } from "./database";
import { bench } from "./libraryAnswer";

/** What a page of one batch opens with: the batch, null where there is none, and what is at hand in the libraries. */
export async function batchPage(id: string) {
  const { db } = await database();
  const batch = await getBatch(db, id);
  return { initial: batch && batchBody(batch), atHand: await bench(db) };
}
