import { format as whole } from "date-fns";
import fc from "fast-check";
import { expect, it } from "vitest";
import { format } from "../../src/views/parts/dates";
import { tries } from "../support/tries";

/** All that is said of days and times anywhere. */
const PATTERNS = [
  ...[
    "d MMM",
    "d MMM yyyy",
    "d MMM yyyy HH:mm",
    "d MMM yyyy, HH:mm",
    "d MMMM",
    "d MMMM yyyy",
    "MMMM yyyy",
    "yyyy-MM-dd",
  ],
  ...["EEE d MMM", "EEE d MMM, H:mm", "EEE HH:mm", "EEEE", "EEEE d MMMM yyyy", "H:mm", "HH:mm:ss"],
];

it("a moment in words is what the package's own function says", () => {
  const moment = fc.date({ min: new Date(2000, 0, 1), max: new Date(2099, 11, 31), noInvalidDate: true });
  fc.assert(
    fc.property(moment, fc.constantFrom(...PATTERNS), (date, pattern) => {
      expect(format(date, pattern)).toBe(whole(date, pattern));
      expect(format(date.getTime(), pattern)).toBe(whole(date, pattern));
    }),
    { seed: 41, numRuns: tries(500) },
  );
});

it("every month and every day of the week has its name, long and short", () => {
  for (let day = 0; day < 366; day++) {
    const date = new Date(2024, 0, 1 + day, 12);
    for (const pattern of ["EEEE d MMMM", "EEE d MMM"]) expect(format(date, pattern)).toBe(whole(date, pattern));
  }
});

it("what is no moment is refused", () => {
  expect(() => format(Number.NaN, "d MMM yyyy")).toThrow(RangeError);
});
