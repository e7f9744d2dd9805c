import { randomInt } from "node:crypto";
import type { APIRoute } from "astro";
import * as z from "zod/mini";
import { copyPlan } from "../../../../core/document/newPlan";
import { problemsOf } from "../../../../core/document/problems";
import { knowledgeNow } from "../../../../core/library/knowledgeNow";
import { isoDate, name } from "../../../../core/units/fields";
import { cutTo } from "../../../../core/units/text";
import { createBatch, getBatch } from "../../../../data/batches";
import { toldLessons } from "../../../../data/lessons";
import { batchAnswer, batchBody } from "../../../../server/batchAnswer";
import { type Read, readJsonBody } from "../../../../server/body";
import { database } from "../../../../server/database";
import { invalid, notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** What a copy is called, and when it is poured; the title of the batch with "(copy)", and no day, where nothing is said. */
const askedSchema = z.strictObject({ title: z.optional(name(120)), pourOn: z.optional(z.nullable(isoDate)) });

async function readAsked(request: Request): Promise<Read<z.infer<typeof askedSchema>>> {
  const { headers } = request;
  const isEmpty =
    headers.get("content-length") === "0" || !(headers.has("content-length") || headers.has("content-type"));
  if (request.body === null || isEmpty) return { ok: true, value: {} };
  const body = await readJsonBody(request, "copy");
  if (!body.ok) return body;
  const parsed = askedSchema.safeParse(body.value);
  return parsed.success ? { ok: true, value: parsed.data } : { ok: false, answer: invalid(problemsOf(parsed.error)) };
}

/** A new, unpoured batch with the same sheet, and with what own batches have taught by now. */
export const POST: APIRoute = async ({ params, request }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  if (!batch) return notFound("batch");
  const asked = await readAsked(request);
  if (!asked.ok) return asked.answer;
  const plan = batchBody(batch).document;
  const { title = `${cutTo(110, plan.title)} (copy)`, pourOn = null } = asked.value;
  const copy = { ...copyPlan(plan, title, randomInt(2 ** 32), batch.id), pourOn };
  const knowledge = knowledgeNow(copy.batters, await toldLessons(db));
  return batchAnswer(await createBatch(db, { ...copy, knowledge }), 201);
};

export const ALL: APIRoute = otherMethods("POST");
