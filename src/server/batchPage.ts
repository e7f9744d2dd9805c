import type { AstroGlobal } from "astro";
import { keepDerived } from "../core/derive/workedOut";
import { linesOf } from "../core/document/ids";
import { readPlan } from "../core/document/read";
import { getBatch } from "../data/batches";
import { batchBody } from "./batchAnswer";
import { computeForPage, type PageFigures } from "./compute/pool";
import { database } from "./database";
import { bench } from "./libraryAnswer";

/** Lines of a document (cups, pours, rows) up to which its page is written here: writing a larger one would hold up others. */
const MOST_LINES = 150;
/** Figures that are kept, each of one version of a batch. */
const MOST_KEPT = 24;
/** Held on globalThis so that a development reload does not keep them twice. */
const holder = globalThis as { tundishFigures?: Map<string, PageFigures> };

function keep(key: string, figures: PageFigures): void {
  holder.tundishFigures ??= new Map();
  holder.tundishFigures.delete(key);
  holder.tundishFigures.set(key, figures);
  const [oldest] = holder.tundishFigures.keys();
  if (holder.tundishFigures.size > MOST_KEPT) holder.tundishFigures.delete(oldest);
}

interface Wants {
  /** The page whose first pictures are drawn too. */
  faces?: "sheet" | "studio";
  /** The moment that the page of a pour speaks of, ms. */
  atMs?: number;
}

/** What a page of one batch opens with: the batch, null where there is none (the answer says so), what is at hand in the libraries, and first pictures. */
export async function batchPage(
  { params, response }: Pick<AstroGlobal, "params" | "response">,
  { faces, atMs }: Wants = {},
) {
  const id = params.id ?? "";
  const { db } = await database();
  const [batch, atHand] = await Promise.all([getBatch(db, id), bench(db)]);
  const initial = batch && batchBody(batch);
  const base = { initial, atHand, stills: {}, instead: undefined };
  if (!initial) {
    response.status = 404;
    return base;
  }
  const read = readPlan(initial.document);
  const isLarge = !read.ok || linesOf(read.plan).length > MOST_LINES;
  const { units } = atHand.settings;
  const key = JSON.stringify([id, initial.version, units, faces]);
  const known = atMs === undefined ? holder.tundishFigures?.get(key) : undefined;
  const figures =
    known ??
    (isLarge
      ? null
      : await computeForPage(
          { kind: "figures", plan: read.plan, units, atMs: atMs ?? null, faces: faces ?? null },
          (done) => {
            if (atMs === undefined) keep(key, done);
          },
        ));
  if (!figures) return { ...base, instead: "Laying out the batch…" };
  keepDerived(initial.document as never, figures.derived);
  return { ...base, stills: figures.stills };
}
