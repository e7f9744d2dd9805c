import type { APIRoute } from "astro";
import { type Board, createBatch, listBoard } from "../../../data/batches";
import { batchAnswer, shelfEntryOf } from "../../../server/batchAnswer";
import { readPlanBody, readSearch, readWhole } from "../../../server/body";
import { database } from "../../../server/database";
import { json, otherMethods, problem } from "../../../server/problem";
import { shelfPage } from "../../../server/shelf";
import { today } from "../../../server/today";

export const prerender = false;

const BOARDS: readonly string[] = ["planned", "curing", "ready"];
const MOST_ROWS = 200;

/** The shelf: the first page of every board and what is due; with `board`, a page of that board. */
export const GET: APIRoute = async ({ url }) => {
  const { db } = await database();
  const query = url.searchParams;
  const board = query.get("board");
  if (board === null) return json(await shelfPage(db, today()));
  if (!BOARDS.includes(board)) return problem(400, "No such board", "`board` is one of planned, curing, ready.");
  const day = today();
  const page = {
    search: readSearch(query),
    offset: readWhole(query, "offset", 0, 0, 1_000_000),
    limit: readWhole(query, "limit", 60, 1, MOST_ROWS),
  };
  const { total, rows } = await listBoard(db, board as Board, day, page);
  return json({ total, entries: rows.map((r) => shelfEntryOf(r, day)) });
};

/** A new batch from a document; also the import of a batch file. */
export const POST: APIRoute = async ({ request }) => {
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  const { db } = await database();
  return batchAnswer(await createBatch(db, body.value), 201);
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD", "POST");
