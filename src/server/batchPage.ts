import type { AstroGlobal } from "astro";
import { keepDerived } from "../core/derive/workedOut";
import { linesOf } from "../core/document/ids";
import type { Plan } from "../core/document/schema";
import type { BenchPart } from "../core/library/bench";
import type { UnitPreferences } from "../core/units/quantities";
import { getBatch } from "../data/batches";
import { type BatchBody, readBatch } from "./batchAnswer";
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
  /** What of the libraries its views need. */
  parts?: readonly BenchPart[];
  /** The page whose first pictures are drawn too. */
  faces?: "sheet" | "studio";
  /** The moment that the page of a pour speaks of, ms. */
  atMs?: number;
}

/** Of what the figures of a page speak: of the plan, of a pour at its end, or, while it is poured, of one moment, for which alone they hold. */
function spokenOf({ record }: Plan, atMs: number | undefined): "plan" | "end" | "moment" {
  if (atMs === undefined || record.startedAt === null) return "plan";
  return record.finishedAt === null ? "moment" : "end";
}

/** Figures of a batch, those of one version kept; null for one that is too large to be worked out for a page. */
async function figuresOf(
  { id, version }: BatchBody,
  plan: Plan,
  units: UnitPreferences,
  { faces, atMs }: Wants,
): Promise<PageFigures | null> {
  if (linesOf(plan).length > MOST_LINES) return null;
  const of = spokenOf(plan, atMs);
  const key = JSON.stringify([id, version, units, faces, of]);
  const known = of === "moment" ? undefined : holder.tundishFigures?.get(key);
  const job = { kind: "figures", plan, units, atMs: atMs ?? null, faces: faces ?? null } as const;
  return known ?? (await computeForPage(job, (done) => of !== "moment" && keep(key, done)));
}

/** What a page of one batch opens with: the batch, null where there is none (the answer says so), what is at hand in the libraries, and first pictures. */
export async function batchPage({ params, response }: Pick<AstroGlobal, "params" | "response">, wants: Wants = {}) {
  const { db } = await database();
  const [batch, atHand] = await Promise.all([getBatch(db, params.id ?? ""), bench(db, wants.parts ?? [])]);
  const { body: initial, plan } = batch ? readBatch(batch) : { body: null, plan: null };
  const base = { initial, atHand, stills: {}, instead: undefined };
  if (!initial) {
    response.status = 404;
    return base;
  }
  const figures = plan && (await figuresOf(initial, plan, atHand.settings.units, wants));
  if (!figures) return { ...base, instead: "Laying out the batch…" };
  keepDerived(plan, figures.derived);
  return { ...base, stills: figures.stills };
}
