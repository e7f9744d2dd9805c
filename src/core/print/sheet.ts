import type { Drawing } from "./drawing";

/** What all papers share: the margin, the line that checks the scale, and how thin a line is; mm. */
export const MARGIN_MM = 12;
export const CHECK_STRIP_MM = 100;
export const LINE_MM = 0.25;

/** A line of 100 mm with end marks, to check that the printer kept the scale. */
export function checkLine(x: number, y: number): Pick<Drawing, "lines" | "texts"> {
  return {
    lines: [
      { from: [x, y], to: [x + CHECK_STRIP_MM, y], thicknessMm: LINE_MM },
      { from: [x, y - 2], to: [x, y + 2], thicknessMm: LINE_MM },
      { from: [x + CHECK_STRIP_MM, y - 2], to: [x + CHECK_STRIP_MM, y + 2], thicknessMm: LINE_MM },
    ],
    texts: [
      {
        at: [x, y + 6],
        text: "Measure this line: 100 mm. If it is not, print without fitting to the page.",
        sizeMm: 3,
      },
    ],
  };
}
