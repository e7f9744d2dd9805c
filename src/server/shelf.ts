import type { ShelfEntry } from "../core/derive/shelf";
import { type Board, listBoard, listDue } from "../data/batches";
import type { Database } from "../data/database";
import { shelfEntryOf } from "./batchAnswer";

/** Bars of one board on the first page. */
export const BOARD_PAGE = 15;
const DUE_SHOWN = 12;

export interface ShelfBoard {
  total: number;
  entries: ShelfEntry[];
}

/** The shelf as it opens: the first bars of every board, and what is due next. */
export async function shelfPage(db: Database, today: string, search = "") {
  const board = async (name: Board): Promise<ShelfBoard> => {
    const { total, rows } = await listBoard(db, name, today, { search, offset: 0, limit: BOARD_PAGE });
    return { total, entries: rows.map((r) => shelfEntryOf(r, today)) };
  };
  const [planned, curing, ready, due] = await Promise.all([
    board("planned"),
    board("curing"),
    board("ready"),
    listDue(db, DUE_SHOWN),
  ]);
  return { boards: { planned, curing, ready }, due: due.map((r) => shelfEntryOf(r, today)) };
}
export type ShelfPage = Awaited<ReturnType<typeof shelfPage>>;
