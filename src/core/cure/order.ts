import { addDays, formatISO, parseISO } from "date-fns";

const isoDay = (d: Date) => formatISO(d, { representation: "date" });

/** Latest day of the pour for an order that is due on a day: back from it over cure and unmoulding. */
export const latestPourOn = (dueOn: string, cureDays: number, unmouldDays: number): string =>
  isoDay(addDays(parseISO(dueOn), -(cureDays + unmouldDays)));
