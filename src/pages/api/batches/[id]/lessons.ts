import type { APIRoute } from "astro";
import { getBatch } from "../../../../data/batches";
import { leaveOut, lessonsOfBatch, putLessons } from "../../../../data/lessons";
import { readJsonBody } from "../../../../server/body";
import { doneAnswer } from "../../../../server/compute/answer";
import { compute } from "../../../../server/compute/pool";
import { database } from "../../../../server/database";
import { invalid, json, notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

const ofBatch = async (id: string) => {
  const { db } = await database();
  return lessonsOfBatch(db, id);
};

/** What this batch has taught the clock. */
export const GET: APIRoute = async ({ params }) => {
  const { db } = await database();
  return (await getBatch(db, params.id!)) ? json(await ofBatch(params.id!)) : notFound("batch");
};

/** Closes a poured batch: works out what it teaches, in place of what it taught before. */
export const POST: APIRoute = async ({ params, request }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  if (!batch) return notFound("batch");
  const done = await compute({ kind: "teach", text: JSON.stringify(batch.document) }, request);
  if (!done.ok) return done.answer;
  if (!done.value.ok) return doneAnswer(done.value);
  await putLessons(db, params.id!, JSON.parse(done.value.json));
  return json(await ofBatch(params.id!));
};

/** Leaves the batch out of what the clock believes, or takes it back in: `{"isLeftOut": true}`. */
export const PUT: APIRoute = async ({ params, request }) => {
  const body = await readJsonBody(request, "choice");
  if (!body.ok) return body.answer;
  const { isLeftOut } = (body.value ?? {}) as { isLeftOut?: unknown };
  if (typeof isLeftOut !== "boolean") return invalid([{ field: "isLeftOut", message: "must be true or false" }]);
  const { db } = await database();
  return (await leaveOut(db, params.id!, isLeftOut)) ? json(await ofBatch(params.id!)) : notFound("lesson");
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "POST", "PUT");
