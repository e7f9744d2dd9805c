import type { APIRoute } from "astro";
import { toldLessons } from "../../../data/lessons";
import { database } from "../../../server/database";
import { json, otherMethods } from "../../../server/problem";

export const prerender = false;

/** What all lessons that count say together, one row an unknown. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  return json(await toldLessons(db));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
