import type { APIRoute } from "astro";
import { forget, lessonsAbout } from "../../../data/lessons";
import { database } from "../../../server/database";
import { keptLessons } from "../../../server/libraryAnswer";
import { json, notFound, otherMethods } from "../../../server/problem";

export const prerender = false;

/** A part of a path as it was meant: it may come with its colon written out. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

/** What batches taught of one unknown, each with its batch. */
export const GET: APIRoute = async ({ params }) => {
  const { db } = await database();
  return json(keptLessons(await lessonsAbout(db, decoded(params.unknown!))));
};

/** Forgets all lessons of one unknown, e.g. `F:s-clove` or `pace`. */
export const DELETE: APIRoute = async ({ params }) => {
  const { db } = await database();
  return (await forget(db, decoded(params.unknown!))) ? new Response(null, { status: 204 }) : notFound("lesson");
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "DELETE");
