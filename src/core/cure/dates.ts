import { addDays, formatISO, parseISO } from "date-fns";

/** When the batch can be unmoulded and is ready; ISO dates. */
export interface CureDates {
  pourOn: string;
  unmouldOn: string;
  readyOn: string;
  /** Why this unmould date. */
  unmouldReason: string;
}

const isoDay = (d: Date) => formatISO(d, { representation: "date" });

/** A few hours over do not cost another day: the pour is done in the morning, the unmoulding in the evening. */
const SPARE_H = 10;

/** Whole days until unmoulding from the estimated hours. A salt bar is cut the same day. */
export const unmouldDays = (hours: number): number => Math.max(0, Math.ceil((hours - SPARE_H) / 24));

const inWords = (h: number) => (h < 48 ? `${Math.round(h)} hours` : `${Math.round(h / 24)} days`);

/** Dates from the day of the pour. Estimates: the soap decides; press a corner, and test a bar before use. */
export function cureDates(
  pourOn: string,
  hours: { low: number; mid: number; high: number },
  cureDays: number,
): CureDates {
  const day = parseISO(pourOn);
  const days = unmouldDays(hours.mid);
  return {
    pourOn,
    unmouldOn: isoDay(addDays(day, days)),
    readyOn: isoDay(addDays(day, days + cureDays)),
    unmouldReason: `about ${inWords(hours.mid)}, ${inWords(hours.low)} to ${inWords(hours.high)}`,
  };
}
