import type { APIRoute } from "astro";
import { refuseElsewhere, showCode } from "../../../server/access/answer";
import { json, otherMethods } from "../../../server/problem";

export const prerender = false;

/** A new code that lets one device in, in place of the one before. */
export const POST: APIRoute = async ({ request }) => refuseElsewhere(request) ?? json(await showCode(), 201);

export const ALL: APIRoute = otherMethods("POST");
