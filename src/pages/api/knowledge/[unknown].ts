import type { APIRoute } from "astro";
import { forget } from "../../../data/lessons";
import { database } from "../../../server/database";
import { notFound, otherMethods } from "../../../server/problem";

export const prerender = false;

/** Forgets all lessons of one unknown, e.g. `F:s-clove` or `pace`. */
export const DELETE: APIRoute = async ({ params }) => {
  const { db } = await database();
  return (await forget(db, params.unknown!)) ? new Response(null, { status: 204 }) : notFound("lesson");
};

export const ALL: APIRoute = otherMethods("DELETE");
