import type { APIRoute } from "astro";
import { createBatch, listBatches } from "../../../data/batches";
import { batchAnswer, shelfEntryOf } from "../../../server/batchAnswer";
import { readPlanBody } from "../../../server/body";
import { database } from "../../../server/database";
import { json } from "../../../server/problem";
import { today } from "../../../server/today";

export const prerender = false;

/** The shelf: every batch in short. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  const day = today();
  return json((await listBatches(db)).map((batch) => shelfEntryOf(batch, day)));
};

/** A new batch from a document; also the import of a batch file. */
export const POST: APIRoute = async ({ request }) => {
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  const { db } = await database();
  return batchAnswer(await createBatch(db, body.value), 201);
};
