import type { APIRoute } from "astro";
import { changesAnswer } from "../../server/follow/answer";
import { otherMethods } from "../../server/problem";

export const prerender = false;

/** What is saved from now on, by any page, device or process, as server-sent events. */
export const GET: APIRoute = ({ request }) => changesAnswer(request);

export const ALL: APIRoute = otherMethods("GET");
