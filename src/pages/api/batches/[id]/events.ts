import type { APIRoute } from "astro";
import { appendEvents, getBatch } from "../../../../data/batches";
import { batchAnswer, batchBody } from "../../../../server/batchAnswer";
import { readEventsBody } from "../../../../server/body";
import { database } from "../../../../server/database";
import { invalid, json, notFound, otherMethods, problem } from "../../../../server/problem";

export const prerender = false;

/** Everything that was noted of this batch, in the order in which it came in. */
export const GET: APIRoute = async ({ params }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  return batch ? json(batchBody(batch).document.record.log ?? []) : notFound("batch");
};

/**
 * Notes what happened at the bench: one event or a list of them. Idempotent by id (201 where something was new, 200 where all was known, 409 where another event has
 * the id); no version is asked for, since devices add without conflict. Answers with the batch as it stands then.
 */
export const POST: APIRoute = async ({ params, request }) => {
  const body = await readEventsBody(request);
  if (!body.ok) return body.answer;
  const { db } = await database();
  const result = await appendEvents(db, params.id!, body.value);
  switch (result.kind) {
    case "missing":
      return notFound("batch");
    case "taken":
      return problem(
        409,
        "Another event has this id",
        "An event is never changed: note a correction under an id of its own.",
        { fields: [{ field: `[${result.index}].id`, message: "stands for another event already" }] },
      );
    case "full":
      return problem(409, "The log is full", "No more can be noted of this batch.");
    case "refused":
      return invalid(result.problems);
    default:
      return batchAnswer(result.row, result.kind === "added" ? 201 : 200);
  }
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "POST");
