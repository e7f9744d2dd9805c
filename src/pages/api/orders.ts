import type { APIRoute } from "astro";
import { paperAnswer, savePaperAnswer } from "../../server/paperAnswer";
import { otherMethods } from "../../server/problem";

export const prerender = false;

export const GET: APIRoute = () => paperAnswer("orders");
export const PUT: APIRoute = ({ request }) => savePaperAnswer("orders", request);
export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "PUT");
