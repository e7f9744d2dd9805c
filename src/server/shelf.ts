import type { ShelfEntry } from "../core/derive/shelfEntry";
import { type Board, listBoard, listDue } from "../data/batches";
import type { Database } from "../data/database";
import { shelfEntryOf } from "./batchAnswer";
import type { BarStill, Stills } from "./compute/figures";
import { computeForPage } from "./compute/pool";

/** Bars of one board on the first page: two rows at a desk. */
export const BOARD_PAGE = 10;
const DUE_SHOWN = 12;
/** Samples of a bar's picture. */
const BAR_PX = { width: 150, height: 112 } as const;
/** Pictures of bars that are kept, each of one version of a batch. */
const MOST_KEPT = 200;
const holder = globalThis as { tundishBars?: Map<string, string> };

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
  // What is due is said in words, without a picture.
  const dueEntries = due.map((r): ShelfEntry => ({ ...shelfEntryOf(r, today), design: null, palette: [] }));
  return { boards: { planned, curing, ready }, due: dueEntries };
}
export type ShelfPage = Awaited<ReturnType<typeof shelfPage>>;

/** First pictures of the bars that are in sight, by batch; without one where drawing them all takes too long just now. */
export async function shelfStills(page: ShelfPage): Promise<Stills> {
  const entries = Object.values(page.boards).flatMap((b) => b.entries);
  holder.tundishBars ??= new Map();
  const known = holder.tundishBars;
  const bars = entries.flatMap((e): BarStill[] => {
    if (!e.design || e.design.pours.length === 0 || known.has(`${e.id}:${e.version}`)) return [];
    return [{ key: `${e.id}:${e.version}`, design: e.design, palette: e.palette, atMm: e.cutMm, ...BAR_PX }];
  });
  if (bars.length > 0) {
    await computeForPage({ kind: "bars", bars }, ({ stills }) => {
      for (const [key, still] of Object.entries(stills)) known.set(key, still);
    });
  }
  for (const key of known.keys()) if (known.size > MOST_KEPT) known.delete(key);
  return Object.fromEntries(
    entries.flatMap((e) => {
      const still = known.get(`${e.id}:${e.version}`);
      return still ? [[e.id, still]] : [];
    }),
  );
}
