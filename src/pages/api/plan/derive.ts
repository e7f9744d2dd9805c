import type { APIRoute } from "astro";
import { readPlanText } from "../../../server/body";
import { computedAnswer } from "../../../server/compute/answer";
import { otherMethods } from "../../../server/problem";

export const prerender = false;

/** Everything that is computed of a plan document; stores nothing. Curves are thinned to what a chart shows. */
export const POST: APIRoute = async ({ request }) => {
  const text = await readPlanText(request);
  return text.ok ? computedAnswer({ kind: "derive", text: text.value }, request) : text.answer;
};

export const ALL: APIRoute = otherMethods("POST");
