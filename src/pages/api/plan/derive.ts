import type { APIRoute } from "astro";
import { derive } from "../../../core/plan/derive";
import { readPlanBody } from "../../../server/body";
import { json } from "../../../server/problem";

export const prerender = false;

/** Everything that is computed of a plan document; stores nothing. */
export const POST: APIRoute = async ({ request }) => {
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  return json(derive(body.value));
};
