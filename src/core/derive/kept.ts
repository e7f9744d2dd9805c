import { liveTimeline } from "../advise/live";
import { computeMasses } from "../batter/masses";
import { chancesOf } from "../clock/chance";
import { emptyRecord } from "../document/newPlan";
import type { Plan } from "../document/schema";
import { programOf } from "../prepare/compile";

/** What was said of a batch before it was poured, and what came of it. */
export interface KeptChance {
  /** Chance that every step meets its window, as the plan stood when the pour began; 0 to 1. */
  stated: number;
  /** Steps with a window that were done, and those of them that met it by what was noted; an estimate where no cup was looked at. */
  of: number;
  met: number;
}

/** Draws for a chance that stands in a chart. */
const DRAWN = { draws: 400, seed: 1 } as const;

/** The chance that was stated and what was kept; null where the batch was not poured to its end, or cannot be computed. */
export function keptOf(plan: Plan): KeptChance | null {
  const { planned, finishedAt, events } = plan.record;
  if (finishedAt === null) return null;
  const asPlanned: Plan = { ...plan, ...(planned ?? {}), record: emptyRecord() };
  const [before, masses] = [computeMasses(asPlanned), computeMasses(plan)];
  if (!before || !masses) return null;
  const stated = chancesOf(programOf(asPlanned, before), { ...DRAWN, withBands: false })?.chance;
  if (stated === undefined) return null;
  const endS = events.reduce((last, e) => Math.max(last, e.atS), 0);
  const done = liveTimeline(plan, masses, endS).steps.filter((s) => s.window !== null && s.isMust && s.done);
  return { stated, of: done.length, met: done.filter((s) => s.missed === null).length };
}
