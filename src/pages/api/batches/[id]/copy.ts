import { randomInt } from "node:crypto";
import type { APIRoute } from "astro";
import { copyPlan } from "../../../../core/document/newPlan";
import { knowledgeNow } from "../../../../core/library/knowledgeNow";
import { cutTo } from "../../../../core/units/text";
import { createBatch, getBatch } from "../../../../data/batches";
import { batchAnswer, batchBody } from "../../../../server/batchAnswer";
import { database } from "../../../../server/database";
import { keptLessons } from "../../../../server/libraryAnswer";
import { notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** A new, unpoured batch with the same sheet, and with what own batches have taught by now. */
export const POST: APIRoute = async ({ params }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  if (!batch) return notFound("batch");
  const plan = batchBody(batch).document;
  const title = `${cutTo(110, plan.title)} (copy)`;
  const copy = copyPlan(plan, title, randomInt(2 ** 32), batch.id);
  const knowledge = knowledgeNow(copy.batters, await keptLessons(db));
  return batchAnswer(await createBatch(db, { ...copy, knowledge }), 201);
};

export const ALL: APIRoute = otherMethods("POST");
