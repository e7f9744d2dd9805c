import type { APIRoute } from "astro";
import { readSearch, readWhole } from "../../server/body";
import { database } from "../../server/database";
import { json, otherMethods } from "../../server/problem";
import { foundPage } from "../../server/search";
import { readSought } from "../../server/sought";
import { today } from "../../server/today";

export const prerender = false;

const MOST_ROWS = 60;

/** Everything that stands in the book, found by its words and filtered. */
export const GET: APIRoute = async ({ url }) => {
  const query = url.searchParams;
  const sought = readSought(query, readSearch(query));
  if (!sought.ok) return sought.answer;
  const { db } = await database();
  const page = {
    offset: readWhole(query, "offset", 0, 0, 1_000_000),
    limit: readWhole(query, "limit", 20, 1, MOST_ROWS),
  };
  return json(await foundPage(db, sought.value, page, today()));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
