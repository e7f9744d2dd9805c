import type { Drawing } from "./drawing";
import { LINE_MM } from "./sheet";

type Pair = readonly [number, number];
const sheet = <Id extends string>(
  id: Id,
  label: string,
  paperMm: Pair,
  labelMm: Pair,
  [across, down]: Pair,
  firstMm: Pair,
  stepMm: Pair,
) => ({ id, label, paperMm, labelMm, across, down, firstMm, stepMm });

const A4: Pair = [210, 297];
const LETTER: Pair = [215.9, 279.4];
/** Sheets of labels: the paper, a label, how many across and down, where the first of them begins, and from one to the next; mm. */
export const LABEL_SHEETS = [
  sheet("a4-21", "A4, 21 of 63.5 × 38.1 mm", A4, [63.5, 38.1], [3, 7], [7.2, 15.1], [66, 38.1]),
  sheet("a4-14", "A4, 14 of 99.1 × 38.1 mm", A4, [99.1, 38.1], [2, 7], [4.7, 15.1], [101.6, 38.1]),
  sheet("letter-10", "Letter, 10 of 4 × 2 in", LETTER, [101.6, 50.8], [2, 5], [4, 12.7], [106.3, 50.8]),
  sheet("a4-cut", "A4 to cut, 10 of 95 × 54 mm", A4, [95, 54], [2, 5], [10, 13.5], [95, 54]),
] as const;
export type LabelSheet = (typeof LABEL_SHEETS)[number];
/** The one without labels of its own: lines to cut along are drawn. */
const TO_CUT = "a4-cut";

/** What one label says. */
export interface Label {
  name: string;
  /** "Batch 261025-A3F2, ready 30 Nov 2026, 134 g" */
  facts: string;
  ingredients: string;
  more: string;
}

/** Sizes of the name and of all else, and the room round them, mm; from line to line, and the mean width of a letter of Helvetica, parts of the size. */
const TYPE = { nameMm: 4.6, textMm: 2.3, padMm: 3, leading: 1.28, letter: 0.5 } as const;

/** A text broken into lines that fit a width, words whole where they can be. */
export function wrapped(text: string, widthMm: number, sizeMm: number): string[] {
  const most = Math.max(4, Math.floor(widthMm / (sizeMm * TYPE.letter)));
  const lines: string[] = [];
  for (const paragraph of text.split("\n")) {
    let line = "";
    for (const word of paragraph.split(/\s+/).filter(Boolean)) {
      const parts = word.length > most ? (word.match(new RegExp(`.{1,${most}}`, "g")) ?? []) : [word];
      for (const part of parts) {
        if (line === "") line = part;
        else if (line.length + 1 + part.length <= most) line += ` ${part}`;
        else {
          lines.push(line);
          line = part;
        }
      }
    }
    if (line !== "") lines.push(line);
  }
  return lines;
}

/** The lines of a label with their places from its upper left corner; `isCut`: some of its words found no room. */
export function labelLines(
  label: Label,
  [widthMm, heightMm]: readonly [number, number],
): { texts: { at: [number, number]; text: string; sizeMm: number }[]; isCut: boolean } {
  const room = widthMm - 2 * TYPE.padMm;
  const texts: { at: [number, number]; text: string; sizeMm: number }[] = [];
  let y = TYPE.padMm;
  let isCut = false;
  const put = (text: string, sizeMm: number) => {
    for (const line of wrapped(text, room, sizeMm)) {
      y += sizeMm * TYPE.leading;
      if (y > heightMm - TYPE.padMm / 2) {
        isCut = true;
        return;
      }
      texts.push({ at: [TYPE.padMm, y], text: line, sizeMm });
    }
  };
  put(label.name, TYPE.nameMm);
  y += 0.8;
  put(label.facts, TYPE.textMm);
  y += 0.6;
  put(label.ingredients, TYPE.textMm);
  put(label.more, TYPE.textMm);
  return { texts, isCut };
}

/** So many labels as sheets of paper, row by row. @param skip places of the first sheet that are used up already */
export function labelSheets(label: Label, sheet: LabelSheet, count: number, skip = 0): Drawing[] {
  const perSheet = sheet.across * sheet.down;
  const { texts } = labelLines(label, sheet.labelMm);
  const [w, h] = sheet.labelMm;
  const drawings: Drawing[] = [];
  for (let i = skip; i < skip + count; i++) {
    const page = Math.floor(i / perSheet);
    drawings[page] ??= {
      title: `Labels: ${label.name}`,
      ...{ widthMm: sheet.paperMm[0], heightMm: sheet.paperMm[1], lines: [], texts: [] },
    };
    const at = i % perSheet;
    const x = sheet.firstMm[0] + (at % sheet.across) * sheet.stepMm[0];
    const y = sheet.firstMm[1] + Math.floor(at / sheet.across) * sheet.stepMm[1];
    for (const t of texts) drawings[page].texts.push({ ...t, at: [x + t.at[0], y + t.at[1]] });
    if (sheet.id !== TO_CUT) continue;
    const corners: [number, number][] = [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ];
    corners.forEach((from, k) => {
      drawings[page].lines.push({ from, to: corners[(k + 1) % corners.length], thicknessMm: LINE_MM, isDashed: true });
    });
  }
  return drawings;
}

/** Code of a batch that stands on its labels and in its search: the day of its pour and the end of its id. */
export const batchCode = (id: string, pouredOn: string): string =>
  `${pouredOn.slice(2).replaceAll("-", "")}-${id
    .replaceAll(/[^a-z0-9]/gi, "")
    .slice(-4)
    .toUpperCase()}`;
