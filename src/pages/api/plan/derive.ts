import type { APIRoute } from "astro";
import { derive } from "../../../core/plan/derive";
import { readPlanBody } from "../../../server/body";
import { json } from "../../../server/problem";

export const prerender = false;

const TO_JSON = (_key: string, value: unknown) => (value instanceof Map ? Object.fromEntries(value) : value);

/** Everything that is computed of a plan document; stores nothing. */
export const POST: APIRoute = async ({ request }) => {
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  return json(JSON.parse(JSON.stringify(derive(body.value), TO_JSON)));
};
