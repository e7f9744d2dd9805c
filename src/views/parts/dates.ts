import { lightFormat } from "date-fns";

const MONTHS = "January February March April May June July August September October November December".split(" ");
const WEEKDAYS = "Sunday Monday Tuesday Wednesday Thursday Friday Saturday".split(" ");
/** Letters of a short name. */
const SHORT = 3;

/**
 * A moment in the words of a pattern of letters as date-fns has them, in the time of this machine: `EEE d MMM, H:mm` is "Sat 28 Nov, 9:05". The package's own
 * function for it carries the grammar of languages along, 17 kB on every page; to ask the platform for names of days and months takes a page 35 ms.
 * @param date a Date, or ms since 1970
 * @throws RangeError where the moment is none, or a letter of the pattern is not known
 */
export function format(date: Date | number, pattern: string): string {
  const moment = new Date(date);
  const named = pattern.replace(/E{3,4}|M{3,4}/g, (letters) => {
    const name = letters[0] === "E" ? WEEKDAYS[moment.getDay()] : MONTHS[moment.getMonth()];
    return `'${letters.length === SHORT ? name?.slice(0, SHORT) : name}'`;
  });
  return lightFormat(moment, named);
}

/** Today's date, yyyy-mm-dd, by this machine's calendar. */
export const today = (): string => lightFormat(new Date(), "yyyy-MM-dd");
