import type { APIRoute } from "astro";
import { deleteBatch, getBatch, saveBatch } from "../../../../data/batches";
import { batchAnswer, batchBody, savedAnswer } from "../../../../server/batchAnswer";
import { readPlanBody, readSeenVersion } from "../../../../server/body";
import { database } from "../../../../server/database";
import { notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

export const GET: APIRoute = async ({ params }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  return batch ? batchAnswer(batch) : notFound("batch");
};

/** Saves a document over the version named in If-Match; 409 with the current batch when another was saved meanwhile. */
export const PUT: APIRoute = async ({ params, request }) => {
  const seen = readSeenVersion(request);
  if (!seen.ok) return seen.answer;
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  const { db } = await database();
  const result = await saveBatch(db, params.id!, seen.value, body.value);
  return savedAnswer("batch", result, batchBody, (batch) => batchAnswer(batch));
};

export const DELETE: APIRoute = async ({ params, request }) => {
  const seen = readSeenVersion(request);
  if (!seen.ok) return seen.answer;
  const { db } = await database();
  const result = await deleteBatch(db, params.id!, seen.value);
  return savedAnswer("batch", result, batchBody, () => new Response(null, { status: 204 }));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "PUT", "DELETE");
