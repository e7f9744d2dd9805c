import { openCare } from "../cure/aftercare";
import type { CareTask } from "../cure/careSchema";
import { type CureDates, type DueDay, dueDays } from "../cure/dates";
import type { Plan } from "../document/schema";
import { type Status, statusOf } from "../document/status";
import type { Design } from "../swirl/design";
import { careSteps } from "./care";
import { derive } from "./derive";

/** Raised where summaries of the same batch would come out otherwise. */
export const SUMMARY_MODEL = 5;

/** What lists show of a batch, derived once at every save. */
export interface ShelfSummary {
  /** Which way of summing up made it: older ones are made anew. */
  model: number;
  dates: CureDates | null;
  /** Days that are due and not answered yet, the next first. */
  due: DueDay[];
  /** What is asked about after the pour, and from when; none before it, and once it is cut. */
  care: { task: CareTask; dueAt: string }[];
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
  const due = dueDays(plan.record, dates);
  const care = openCare(careSteps(plan, { dates }));
  return {
    title: plan.title,
    phase,
    readyOn: dates?.readyOn ?? null,
    dueOn: due[0]?.on ?? null,
    summary: {
      model: SUMMARY_MODEL,
      dates,
      due,
      care: care.map((s) => ({ task: s.task, dueAt: new Date(s.dueMs).toISOString() })),
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
