import { lightFormat } from "date-fns";

const named = (part: Intl.DateTimeFormatOptions, daysAt: (index: number) => number, count: number): string[] => {
  const { format } = new Intl.DateTimeFormat("en", { ...part, timeZone: "UTC" });
  return Array.from({ length: count }, (_, index) => format(daysAt(index)));
};
const monthAt = (month: number) => Date.UTC(2024, month, 1);
/** The seventh of January 2024 is a Sunday. */
const weekdayAt = (day: number) => Date.UTC(2024, 0, 7 + day);

/** Names of months and days of the week by the letters that stand for them in a pattern. */
const NAMES: Record<string, (date: Date) => string> = (() => {
  const months = (month: "long" | "short") => {
    const names = named({ month }, monthAt, 12);
    return (date: Date) => names[date.getMonth()];
  };
  const weekdays = (weekday: "long" | "short") => {
    const names = named({ weekday }, weekdayAt, 7);
    return (date: Date) => names[date.getDay()];
  };
  return { MMMM: months("long"), MMM: months("short"), EEEE: weekdays("long"), EEE: weekdays("short") };
})();

/**
 * A moment in the words of a pattern of letters as date-fns has them, in the time of this machine: `EEE d MMM, H:mm` is "Sat 28 Nov, 9:05". The package's own
 * function for it carries the grammar of languages along, 17 kB on every page; this has the names of days and months from the platform.
 * @param date a Date, or ms since 1970
 * @throws RangeError where the moment is none, or a letter of the pattern is not known
 */
export function format(date: Date | number, pattern: string): string {
  const moment = new Date(date);
  return lightFormat(
    moment,
    pattern.replace(/E{3,4}|M{3,4}/g, (letters) => `'${NAMES[letters](moment)}'`),
  );
}

/** Today's date, yyyy-mm-dd, by this machine's calendar. */
export const today = (): string => lightFormat(new Date(), "yyyy-MM-dd");
