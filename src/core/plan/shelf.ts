import type { CureDates } from "../cure/dates";
import type { Design } from "../swirl/design";
import { derive } from "./derive";
import type { Plan } from "./schema";
import { type Status, statusOf } from "./status";

/** One batch in short, as the shelf shows it. */
export interface ShelfEntry {
  id: string;
  version: number;
  updatedAt: string;
  title: string;
  status: Status;
  dates: CureDates | null;
  rating: number | null;
  /** Batter in the mould, g. */
  massG: number | null;
  portionNames: string[];
  design: Design | null;
  palette: string[];
  /** Place of the bar shown, mm along the loaf. */
  cutMm: number;
}

/** @param today ISO date */
export function shelfEntry(
  stored: { id: string; version: number; updatedAt: string; document: Plan },
  today: string,
): ShelfEntry {
  const { id, version, updatedAt, document: plan } = stored;
  const { dates, masses, designs, palette, bars } = derive(plan);
  return {
    id,
    version,
    updatedAt,
    title: plan.title,
    status: statusOf(plan, dates, today),
    dates,
    rating: plan.record.rating,
    massG: masses?.moulds[0].pouredG ?? null,
    portionNames: plan.portions.map((p) => p.name),
    design: designs.get(plan.moulds[0].id) ?? null,
    palette,
    cutMm: bars.middlesMm[Math.floor(bars.middlesMm.length / 2)],
  };
}
