import { openCare } from "../cure/aftercare";
import { dueDays } from "../cure/dates";
import type { Plan } from "../document/schema";
import { statusOf } from "../document/status";
import { stillNeeded } from "../library/stock";
import type { Need, Taken } from "../practice/stockSchema";
import { careSteps } from "./care";
import { derive } from "./derive";
import { needsOf } from "./materialNeeds";
import { type RackFigures, rackOf } from "./rack";
import { type Searched, searchedOf, usedBy } from "./searched";
import type { ShelfEntry, ShelfSummary } from "./shelfEntry";
import { takenOf } from "./taken";

/** Raised where summaries of the same batch would come out otherwise. */
export const SUMMARY_MODEL = 7;

/** The summary of a plan, and the columns that lists are searched and ordered by. */
export function summaryOf(plan: Plan): {
  title: string;
  phase: "planned" | "pouring" | "poured";
  pourOn: string | null;
  readyOn: string | null;
  dueOn: string | null;
  careAt: Date | null;
  family: string;
  rating: number | null;
  originId: string | null;
  uses: string[];
  searched: Searched;
  taken: Taken[] | null;
  takenAt: Date | null;
  needs: Need[] | null;
  rack: RackFigures;
  summary: ShelfSummary;
} {
  const { dates, masses, designs, palette, bars } = derive(plan);
  const { startedAt, finishedAt } = plan.record;
  const phase = startedAt === null ? "planned" : finishedAt === null ? "pouring" : "poured";
  const due = dueDays(plan.record, dates);
  const taken = takenOf(plan, masses);
  const lastAt = taken.reduce((last, t) => (t.at > last ? t.at : last), "");
  const care = openCare(careSteps(plan, { dates }));
  return {
    title: plan.title,
    phase,
    pourOn: startedAt?.slice(0, 10) ?? plan.pourOn,
    readyOn: dates?.readyOn ?? null,
    dueOn: due[0]?.on ?? null,
    careAt: care.length > 0 ? new Date(Math.min(...care.map((s) => s.dueMs))) : null,
    family: plan.design.family,
    rating: plan.record.rating,
    originId: plan.origin?.batchId ?? null,
    uses: usedBy(plan),
    searched: searchedOf(plan),
    taken: taken.length > 0 ? taken : null,
    takenAt: lastAt === "" ? null : new Date(lastAt),
    needs: phase === "planned" ? stillNeeded(needsOf(plan, masses), taken) : null,
    rack: rackOf(plan, masses),
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
