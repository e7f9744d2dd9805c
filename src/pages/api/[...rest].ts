import type { APIRoute } from "astro";
import { notFound } from "../../server/problem";

export const prerender = false;

export const ALL: APIRoute = () => notFound("endpoint");
