import type { APIRoute } from "astro";
import { createLibraryItem, listLibrary } from "../../../../data/library";
import { readSearch, readWhole } from "../../../../server/body";
import { database } from "../../../../server/database";
import { libraryAnswer, libraryBody, readKind, readLibraryBody } from "../../../../server/libraryAnswer";
import { json, otherMethods, problem } from "../../../../server/problem";

export const prerender = false;

const MOST_ROWS = 500;

/** A page of a library: `search`, `sort`, `order=desc`, `archived=1`, `offset`, `limit`. */
export const GET: APIRoute = async ({ params, url }) => {
  const kind = readKind(params.kind);
  if (!kind.ok) return kind.answer;
  const query = url.searchParams;
  const { db } = await database();
  const { total, rows } = await listLibrary(db, kind.value, {
    search: readSearch(query),
    sort: query.get("sort") ?? "name",
    isDescending: query.get("order") === "desc",
    isArchived: query.get("archived") === "1",
    offset: readWhole(query, "offset", 0, 0, 1_000_000),
    limit: readWhole(query, "limit", 100, 1, MOST_ROWS),
  });
  return json({ total, items: rows.map(libraryBody) });
};

/** A new row. */
export const POST: APIRoute = async ({ params, request }) => {
  const kind = readKind(params.kind);
  if (!kind.ok) return kind.answer;
  const body = await readLibraryBody(request, kind.value);
  if (!body.ok) return body.answer;
  const { db } = await database();
  const row = await createLibraryItem(db, kind.value, body.value.document);
  return row
    ? libraryAnswer(row, 201)
    : problem(409, "Taken", "A row of that id is there already; nothing was changed.", {
        fields: [{ field: "id", message: "is taken by another row" }],
      });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "POST");
