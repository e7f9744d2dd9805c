import type { Masses } from "../batter/masses";
import { type CureDates, lookOn } from "../cure/dates";
import { type Drying, dayAfter, dryingOf } from "../cure/drying";
import { curedShare } from "../cut/order";
import { plannedCut } from "../cut/planned";
import { kindsOf } from "../cut/words";
import type { Plan } from "../document/schema";
import { byId } from "../units/byId";

/** Where the cure of a batch stands. */
export interface CureState {
  cutOn: string;
  drying: Drying;
  /** Days on which a bar is likely to have levelled off, and the day that was set. */
  readyOn: { best: string; low: string; high: string };
  setOn: string;
  /** Mass of a fresh bar as it is planned, g; null where none comes of it. */
  plannedG: number | null;
  /** Next look at the bar that is kept; null where none is kept, or its year is over. */
  lookOn: string | null;
}

/** Day on which it was cut: as it was answered, else as it is estimated. */
function cutOnOf({ record }: Plan, dates: CureDates): string {
  const answered = record.care.findLast((c) => c.task === "cut" && c.answer === "done");
  return record.days.cut ?? answered?.at.slice(0, 10) ?? dates.cutOn;
}

/** The cure of a poured batch; null before the pour, or where its formula cannot be computed. */
export function cureOf(plan: Plan, masses: Masses | null, dates: CureDates | null): CureState | null {
  if (!masses || !dates || plan.record.finishedAt === null) return null;
  const poured = plan.moulds.find((m) => byId(masses.moulds, m.id).pouredMl > 0);
  const cut = poured ? plannedCut(plan, masses, poured.id) : null;
  const [kind] = cut ? kindsOf(cut.up.bars) : [];
  const [thicknessMm, widthMm, heightMm] = kind?.sizeMm ?? [plan.barThicknessMm, 0, 0];
  const cutOn = cutOnOf(plan, dates);
  const atCut = plan.record.cutDay.bars.flatMap((b) =>
    b.massG === null ? [] : [{ id: b.id, on: cutOn, bar: String(b.number), massG: b.massG }],
  );
  const marked = new Set(plan.record.cure.weighings.map((w) => w.bar));
  // What a bar weighed at the cut is its first weighing, where it is weighed on.
  const weighings = [...atCut.filter((w) => marked.has(w.bar)), ...plan.record.cure.weighings];
  const drying = dryingOf({ curedShare: curedShare(plan, masses), thicknessMm }, weighings, cutOn);
  const on = (days: number) => dayAfter(cutOn, days);
  const { best, low, high } = drying.readyDay;
  const isKept = plan.record.cutDay.bars.some((b) => b.fate === "keep");
  return {
    cutOn,
    drying,
    readyOn: { best: on(best), low: on(low), high: on(high) },
    setOn: dates.readyOn,
    plannedG: cut ? thicknessMm * widthMm * heightMm * cut.soap.wetGPerMm3 : null,
    lookOn: isKept ? lookOn(cutOn, plan.record.cure.looks.length) : null,
  };
}
