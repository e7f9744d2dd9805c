import type { APIRoute } from "astro";
import { allLessons } from "../../../data/lessons";
import { database } from "../../../server/database";
import { keptLessons } from "../../../server/libraryAnswer";
import { json, otherMethods } from "../../../server/problem";

export const prerender = false;

/** All lessons that poured batches have taught. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  return json(keptLessons(await allLessons(db)));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
