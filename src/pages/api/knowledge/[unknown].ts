import type { APIRoute } from "astro";
import { forget } from "../../../data/lessons";
import { database } from "../../../server/database";
import { notFound, otherMethods } from "../../../server/problem";

export const prerender = false;

/** A part of a path as it was meant: it may come with its colon written out. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** Forgets all lessons of one unknown, e.g. `F:s-clove` or `pace`. */
export const DELETE: APIRoute = async ({ params }) => {
  const { db } = await database();
  return (await forget(db, decoded(params.unknown!))) ? new Response(null, { status: 204 }) : notFound("lesson");
};

export const ALL: APIRoute = otherMethods("DELETE");
