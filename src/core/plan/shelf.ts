import type { CureDates } from "../cure/dates";
import type { Design } from "../swirl/design";
import { derive } from "./derive";
import type { Plan } from "./schema";
import { type Status, statusOf } from "./status";

/** What lists show of a batch, derived once at every save. */
export interface ShelfSummary {
  dates: CureDates | null;
  rating: number | null;
  /** Batter in the first mould, g. */
  massG: number | null;
  portionNames: string[];
  design: Design | null;
  palette: string[];
  /** Place of the bar shown, mm along the loaf. */
  cutMm: number;
}

/** One batch in short, as the shelf shows it. */
export interface ShelfEntry extends ShelfSummary {
  id: string;
  version: number;
  updatedAt: string;
  title: string;
  status: Status;
}

/** The summary of a plan, and the columns that lists are searched and ordered by. */
export function summaryOf(plan: Plan): {
  title: string;
  phase: "planned" | "pouring" | "poured";
  readyOn: string | null;
  dueOn: string | null;
  summary: ShelfSummary;
} {
  const { dates, masses, designs, palette, bars } = derive(plan);
  const { startedAt, finishedAt } = plan.record;
  const phase = startedAt === null ? "planned" : finishedAt === null ? "pouring" : "poured";
  return {
    title: plan.title,
    phase,
    readyOn: dates?.readyOn ?? null,
    dueOn: phase === "planned" ? (dates?.pourOn ?? null) : (dates?.readyOn ?? null),
    summary: {
      dates,
      rating: plan.record.rating,
      massG: masses?.moulds[0].pouredG ?? null,
      portionNames: plan.portions.map((p) => p.name),
      design: designs.get(plan.moulds[0].id) ?? null,
      palette,
      cutMm: bars.middlesMm[Math.floor(bars.middlesMm.length / 2)],
    },
  };
}

/** @param today ISO date */
export const shelfEntry = (
  stored: { id: string; version: number; updatedAt: string; title: string; phase: string; summary: ShelfSummary },
  today: string,
): ShelfEntry => ({
  id: stored.id,
  version: stored.version,
  updatedAt: stored.updatedAt,
  title: stored.title,
  status: statusOf(stored.phase, stored.summary.dates, today),
  ...stored.summary,
});
