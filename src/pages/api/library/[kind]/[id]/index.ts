import type { APIRoute } from "astro";
import type { LibraryDocument } from "../../../../../core/library/kinds";
import { getLibraryItem, saveLibraryItem } from "../../../../../data/library";
import { savedAnswer } from "../../../../../server/batchAnswer";
import { readSeenVersion } from "../../../../../server/body";
import { database } from "../../../../../server/database";
import { libraryAnswer, libraryBody, readKind, readLibraryBody } from "../../../../../server/libraryAnswer";
import { invalid, notFound, otherMethods } from "../../../../../server/problem";

export const prerender = false;

export const GET: APIRoute = async ({ params }) => {
  const kind = readKind(params.kind);
  if (!kind.ok) return kind.answer;
  const { db } = await database();
  const row = await getLibraryItem(db, kind.value, params.id!);
  return row ? libraryAnswer(row) : notFound("row");
};

/** Saves `{document, isArchived}` over the version named in If-Match; 409 with the current row when another was saved meanwhile. */
export const PUT: APIRoute = async ({ params, request }) => {
  const kind = readKind(params.kind);
  if (!kind.ok) return kind.answer;
  const seen = readSeenVersion(request);
  if (!seen.ok) return seen.answer;
  const body = await readLibraryBody(request, kind.value);
  if (!body.ok) return body.answer;
  if (kind.value === "oils" && (body.value.document as LibraryDocument<"oils">).id !== params.id) {
    return invalid([{ field: "id", message: "of an oil stays as it is: documents name it" }]);
  }
  const { db } = await database();
  const result = await saveLibraryItem(db, kind.value, params.id!, seen.value, body.value);
  return savedAnswer("row", result, libraryBody, (row) => libraryAnswer(row));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "PUT");
