import { addDays, addHours, addMonths, formatISO, parseISO } from "date-fns";
import { inOrder } from "../units/text";
import type { Care } from "./careSchema";
import type { AfterPour } from "./hours";

/** When the batch can be unmoulded, cut and is ready; ISO dates. */
export interface CureDates {
  pourOn: string;
  unmouldOn: string;
  cutOn: string;
  readyOn: string;
  /** Hours since the pour behind the days, and what moves them. */
  after: AfterPour;
}

const isoDay = (d: Date) => formatISO(d, { representation: "date" });

/** A few hours over do not cost another day: the pour is done in the morning, the unmoulding in the evening. */
const SPARE_H = 10;

/** Whole days until unmoulding from the estimated hours. A salt bar is cut the same day. */
export const unmouldDays = (hours: number): number => Math.max(0, Math.ceil((hours - SPARE_H) / 24));

/** Dates from the day of the pour. Estimates: the soap decides; press a corner, and test a bar before use. */
export function cureDates(pourOn: string, after: AfterPour, cureDays: number): CureDates {
  const day = parseISO(pourOn);
  const days = unmouldDays(after.unmould.bestH);
  return {
    pourOn,
    unmouldOn: isoDay(addDays(day, days)),
    cutOn: isoDay(addDays(day, Math.max(days, unmouldDays(after.cut.bestH)))),
    readyOn: isoDay(addDays(day, days + cureDays)),
    after,
  };
}

/** The moment so many hours after an instant; ISO. */
export const hoursLater = (instant: string, hours: number): string => addHours(parseISO(instant), hours).toISOString();

/** Months after the cut at which the bar that is kept is looked at. */
export const LOOK_MONTHS = [1, 3, 6, 12] as const;

/** Day of the next look at the bar that is kept, after so many; null when its year is over. */
export const lookOn = (cutOn: string, looked: number): string | null =>
  looked < LOOK_MONTHS.length ? isoDay(addMonths(parseISO(cutOn), LOOK_MONTHS[looked])) : null;

/** What a poured batch is still asked about, and the day that it is due. */
export type DueKind = "pour" | "unmould" | "cut" | "ready" | "look";
export interface DueDay {
  what: DueKind;
  on: string;
}

/** Days that are due, the next first, a look at the bar that is kept last: each stays until it is answered. */
export function dueDays(
  record: {
    startedAt: string | null;
    finishedAt: string | null;
    days: { unmoulded: string | null; cut: string | null; ready: string | null };
    care: readonly Pick<Care, "task" | "answer">[];
    cutDay: { bars: readonly { fate: string }[] };
    cure: { looks: readonly unknown[] };
  },
  dates: CureDates | null,
): DueDay[] {
  if (!dates || (record.startedAt !== null && record.finishedAt === null)) return [];
  if (record.startedAt === null) return [{ what: "pour", on: dates.pourOn }];
  const { unmoulded, cut, ready } = record.days;
  const isDone = (task: Care["task"]) => record.care.some((c) => c.task === task && c.answer === "done");
  const open: DueDay[] = [];
  if (unmoulded === null && !isDone("unmould") && !isDone("cut")) open.push({ what: "unmould", on: dates.unmouldOn });
  if (cut === null && !isDone("cut")) open.push({ what: "cut", on: dates.cutOn });
  if (ready === null) open.push({ what: "ready", on: dates.readyOn });
  const look = record.cutDay.bars.some((b) => b.fate === "keep")
    ? lookOn(cut ?? dates.cutOn, record.cure.looks.length)
    : null;
  open.sort((a, b) => inOrder(a.on, b.on));
  return look === null ? open : [...open, { what: "look", on: look }];
}
