import type { APIRoute } from "astro";
import { deviceList, refuseElsewhere } from "../../../server/access/answer";
import { json, otherMethods } from "../../../server/problem";

export const prerender = false;

/** Devices that are let in, and whether others can reach this server at all. */
export const GET: APIRoute = async ({ request }) => refuseElsewhere(request) ?? json(await deviceList());

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
