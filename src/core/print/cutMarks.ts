import type { CutAxis } from "../mould/cutSchema";
import type { Sayer } from "../units/sayer";
import type { Drawing } from "./drawing";
import { CHECK_STRIP_MM, checkLine, LINE_MM, MARGIN_MM } from "./sheet";

const [TICK_MM, SMALL_TICK_MM, SCALE_EVERY_MM] = [14, 4, 10];
const AXIS_WORDS = { length: "across the loaf", width: "along the loaf", height: "level" } as const;

/** The cuts of one step: how long the block is that it cuts, and where the middle of the wire goes, mm from its start. */
export interface MarkedCut {
  axis: CutAxis;
  lengthMm: number;
  atMm: readonly number[];
}

/**
 * Strips true to scale, one for each step of a cutting plan, with a mark where the middle of the wire goes: laid along the liner or the loaf.
 */
export function cutMarks(title: string, cuts: readonly MarkedCut[], sayer: Sayer): Drawing {
  const lines: Drawing["lines"] = [];
  const texts: Drawing["texts"] = [{ at: [MARGIN_MM, MARGIN_MM], text: title, sizeMm: 4.5 }];
  let y = MARGIN_MM + 16;
  let widest = 0;
  for (const [n, { axis, lengthMm, atMm }] of cuts.entries()) {
    widest = Math.max(widest, lengthMm);
    texts.push({ at: [MARGIN_MM, y - 4], text: `${n + 1}: ${AXIS_WORDS[axis]}, start here`, sizeMm: 3 });
    lines.push({ from: [MARGIN_MM, y], to: [MARGIN_MM + lengthMm, y], thicknessMm: LINE_MM });
    for (let x = 0; x <= lengthMm; x += SCALE_EVERY_MM)
      lines.push({ from: [MARGIN_MM + x, y], to: [MARGIN_MM + x, y + SMALL_TICK_MM], thicknessMm: LINE_MM });
    for (const x of atMm) {
      lines.push({ from: [MARGIN_MM + x, y - 3], to: [MARGIN_MM + x, y + TICK_MM], thicknessMm: 2 * LINE_MM });
      texts.push({ at: [MARGIN_MM + x + 1, y + TICK_MM], text: sayer.fine(x), sizeMm: 2.6 });
    }
    y += TICK_MM + 20;
  }
  const check = checkLine(MARGIN_MM, y);
  return {
    title,
    widthMm: Math.max(widest, CHECK_STRIP_MM) + 2 * MARGIN_MM,
    heightMm: y + MARGIN_MM + 8,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}
