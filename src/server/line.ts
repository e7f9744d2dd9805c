import { computeMasses } from "../core/batter/masses";
import { barsDue, countBars, FINDING_WORDS } from "../core/cut/cutDay";
import { changesBetween, type LineEntry } from "../core/derive/line";
import { shelfEntry } from "../core/derive/shelf";
import { readPlan } from "../core/document/read";
import type { Plan } from "../core/document/schema";
import type { UnitPreferences } from "../core/units/quantities";
import { sayer } from "../core/units/sayer";
import type { Database } from "../data/database";
import { lineOf } from "../data/search";

/** What came of the loaf at the cut; null where nothing was noted. */
function cutOf(plan: Plan): LineEntry["cut"] {
  const masses = computeMasses(plan);
  if (!masses || plan.record.cutDay.bars.length === 0) return null;
  const count = countBars(barsDue(plan, masses));
  return {
    ...{ bars: count.came, asPredicted: count.asPredicted },
    findings: count.findings.map((f) => `${FINDING_WORDS[f.what]} in ${f.bars}`),
  };
}

/** Photos of one batch that its column shows. */
const MOST_PHOTOS_SHOWN = 3;
const dayOf = (plan: Plan): string => plan.record.startedAt ?? plan.pourOn ?? "9999";

/** A soap's line: its batches in the order in which they were poured, those that are planned last. */
export async function linePage(db: Database, id: string, today: string, units: UnitPreferences): Promise<LineEntry[]> {
  const read = (await lineOf(db, id)).flatMap((row) => {
    const r = readPlan(row.document);
    return r.ok ? [{ row, plan: r.plan }] : [];
  });
  const plans = new Map(read.map(({ row, plan }) => [row.id, plan]));
  const taken = new Set(
    read.flatMap(({ plan }) =>
      plan.heeded.filter((h) => h.state === "taken").map((h) => `${h.fromBatchId}:${h.fromId}`),
    ),
  );
  return read
    .sort((a, b) => dayOf(a.plan).localeCompare(dayOf(b.plan)))
    .map(({ row, plan }): LineEntry => {
      const before = plan.origin ? plans.get(plan.origin.batchId) : undefined;
      const { startedAt, verdict, nextTimes } = plan.record;
      return {
        entry: shelfEntry({ ...row, version: 0, updatedAt: row.updatedAt.toISOString() }, today),
        pouredOn: startedAt?.slice(0, 10) ?? null,
        plannedOn: startedAt === null ? plan.pourOn : null,
        changed: before ? changesBetween(before, plan, sayer(units)) : null,
        verdict,
        nextTimes: nextTimes.map(({ id: nextId, words, state }) => ({
          ...{ id: nextId, words },
          state: state === "open" && taken.has(`${row.id}:${nextId}`) ? "taken" : state,
        })),
        cut: cutOf(plan),
        photos: plan.record.photos
          .slice(0, MOST_PHOTOS_SHOWN)
          .map((p) => ({ hash: p.hash, bar: p.bar?.number ?? null })),
      };
    });
}
