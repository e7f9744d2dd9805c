import { addDays, formatISO, parseISO } from "date-fns";

/** When the batch can be unmoulded and is ready; ISO dates. */
export interface CureDates {
  pourOn: string;
  unmouldOn: string;
  readyOn: string;
  /** Why this unmould date. */
  unmouldReason: string;
}

/** Hard-fat shares that unmould after so many days. Tundish estimate: 24 h is typical, soft formulas take 2-3 days. */
const UNMOULD_DAYS = [
  { fromHardFatShare: 0.2, days: 1, reason: "firm formula: about a day" },
  { fromHardFatShare: 0.13, days: 2, reason: "softer formula: about two days" },
  { fromHardFatShare: 0, days: 3, reason: "soft formula: about three days" },
] as const;

const isoDay = (d: Date) => formatISO(d, { representation: "date" });

/** Dates from the day of the pour. Estimates: the soap decides; press a corner, and test a bar before use. */
export function cureDates(pourOn: string, hardFatShare: number, cureDays: number): CureDates {
  const row = UNMOULD_DAYS.find((r) => hardFatShare >= r.fromHardFatShare) ?? UNMOULD_DAYS[2];
  const day = parseISO(pourOn);
  return {
    pourOn,
    unmouldOn: isoDay(addDays(day, row.days)),
    readyOn: isoDay(addDays(day, row.days + cureDays)),
    unmouldReason: row.reason,
  };
}
