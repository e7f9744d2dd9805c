import type { Operation } from "../plan/operations";
import type { Mould, Plan } from "../plan/schema";
import type { Drawing } from "./drawing";

const MARGIN_MM = 12;
const CHECK_MM = 100;
const STRIP_MM = 24;
const LINE_MM = 0.25;

const rectangle = (x: number, y: number, w: number, h: number, thicknessMm = LINE_MM): Drawing["lines"] => [
  { from: [x, y], to: [x + w, y], thicknessMm },
  { from: [x + w, y], to: [x + w, y + h], thicknessMm },
  { from: [x + w, y + h], to: [x, y + h], thicknessMm },
  { from: [x, y + h], to: [x, y], thicknessMm },
];

/** A line of 100 mm with end marks, to check that the printer kept the scale. */
function checkLine(x: number, y: number): Pick<Drawing, "lines" | "texts"> {
  return {
    lines: [
      { from: [x, y], to: [x + CHECK_MM, y], thicknessMm: LINE_MM },
      { from: [x, y - 2], to: [x, y + 2], thicknessMm: LINE_MM },
      { from: [x + CHECK_MM, y - 2], to: [x + CHECK_MM, y + 2], thicknessMm: LINE_MM },
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

/**
 * Two strips for the long edges of a mould with marks at every crossing, on alternate edges: the tool goes from mark to mark.
 * @param pitchMm distance of crossings, above 0
 */
export function edgeGuides(mould: Pick<Mould, "name" | "lengthMm">, pitchMm: number): Drawing {
  const L = mould.lengthMm;
  const lines: Drawing["lines"] = [];
  const texts: Drawing["texts"] = [
    { at: [MARGIN_MM, MARGIN_MM], text: `Edge guides, ${mould.name}, crossings every ${pitchMm} mm`, sizeMm: 4.5 },
  ];
  ["far edge", "near edge"].forEach((name, side) => {
    const y = MARGIN_MM + 8 + side * (STRIP_MM + 10);
    lines.push(...rectangle(MARGIN_MM, y, L, STRIP_MM));
    texts.push({ at: [MARGIN_MM + 2, y + (side ? STRIP_MM - 2 : 5)], text: `${name}, left end here`, sizeMm: 3 });
    let k = 0;
    for (let x = pitchMm / 2; x < L; x += pitchMm, k++) {
      const isFull = k % 2 === side;
      const length = isFull ? STRIP_MM * 0.5 : STRIP_MM * 0.2;
      const edge = side ? y : y + STRIP_MM;
      const inward = side ? 1 : -1;
      lines.push({
        from: [MARGIN_MM + x, edge],
        to: [MARGIN_MM + x, edge + inward * length],
        thicknessMm: isFull ? 0.6 : LINE_MM,
      });
      texts.push({
        at: [MARGIN_MM + x, edge + inward * (length + (side ? 3.5 : 1))],
        text: `${k + 1}`,
        sizeMm: 3,
        anchor: "middle",
      });
    }
  });
  const check = checkLine(MARGIN_MM, MARGIN_MM + 8 + 2 * (STRIP_MM + 10));
  return {
    title: `Edge guides for ${mould.name}`,
    widthMm: L + 2 * MARGIN_MM,
    heightMm: MARGIN_MM * 2 + 8 + 2 * (STRIP_MM + 10) + 8,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}

/** Divider plates to cut out, one drawn with its height and length and how many are needed; and where they stand across the mould. */
export function dividerTemplate(
  mould: Pick<Mould, "name" | "lengthMm" | "widthMm" | "heightMm">,
  lanes: readonly { name: string; share: number }[],
): Drawing {
  const { lengthMm: L, widthMm: W, heightMm: H } = mould;
  const lines: Drawing["lines"] = [...rectangle(MARGIN_MM, MARGIN_MM + 8, L, H)];
  const texts: Drawing["texts"] = [
    {
      at: [MARGIN_MM, MARGIN_MM],
      text: `Divider plates, ${mould.name}: cut ${Math.max(0, lanes.length - 1)} of ${L} x ${H} mm`,
      sizeMm: 4.5,
    },
  ];
  const top = MARGIN_MM + 8 + H + 12;
  texts.push({ at: [MARGIN_MM, top - 3], text: "Spacing across the mould, near wall at the left", sizeMm: 3.5 });
  lines.push(...rectangle(MARGIN_MM, top, W, STRIP_MM));
  let x = 0;
  for (const lane of lanes) {
    const wide = W * lane.share;
    texts.push({ at: [MARGIN_MM + x + wide / 2, top + STRIP_MM / 2], text: lane.name, sizeMm: 3, anchor: "middle" });
    x += wide;
    if (x < W - 0.01) {
      lines.push({ from: [MARGIN_MM + x, top], to: [MARGIN_MM + x, top + STRIP_MM], thicknessMm: 0.5 });
      texts.push({ at: [MARGIN_MM + x, top + STRIP_MM + 4], text: `${x.toFixed(0)} mm`, sizeMm: 3, anchor: "middle" });
    }
  }
  const check = checkLine(MARGIN_MM, top + STRIP_MM + 12);
  return {
    title: `Divider plates for ${mould.name}`,
    widthMm: Math.max(L, W, CHECK_MM) + 2 * MARGIN_MM,
    heightMm: top + STRIP_MM + 12 + 8 + MARGIN_MM,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}

/**
 * The mould from above with the place of every pour and stroke, numbered in order, and what each is below it.
 * @param wordsOf what an operation is called, by its id
 */
export function pourMap(
  plan: Plan,
  mould: Mould,
  operations: readonly Operation[],
  wordsOf: (operationId: string) => string,
): Drawing {
  const { lengthMm: L, widthMm: W } = mould;
  const top = MARGIN_MM + 8;
  const lines: Drawing["lines"] = [...rectangle(MARGIN_MM, top, L, W, 0.5)];
  const texts: Drawing["texts"] = [
    {
      at: [MARGIN_MM, MARGIN_MM],
      text: `Pour map, ${plan.title}: ${mould.name} from above, near wall below`,
      sizeMm: 4.5,
    },
  ];
  const listTop = top + W + 16;
  const used = new Map<string, number>();
  operations.forEach((o, i) => {
    const y = "acrossMm" in o ? top + W - o.acrossMm : top + W / 2;
    if ("acrossMm" in o) {
      const key = String(Math.round(o.acrossMm / 3));
      const shift = used.get(key) ?? 0;
      used.set(key, shift + 1);
      const x = "alongMm" in o ? o.alongMm : 6 + shift * 9;
      if (!("alongMm" in o))
        lines.push({ from: [MARGIN_MM, y], to: [MARGIN_MM + L, y], thicknessMm: LINE_MM, isDashed: true });
      texts.push({ at: [MARGIN_MM + x, y - 0.8], text: `${i + 1}`, sizeMm: 3.6, anchor: "middle" });
    }
    if (o.kind === "stroke" && o.path === "free")
      for (let k = 1; k < o.points.length; k++)
        lines.push({
          from: [MARGIN_MM + o.points[k - 1].xMm, top + W - o.points[k - 1].yMm],
          to: [MARGIN_MM + o.points[k].xMm, top + W - o.points[k].yMm],
          thicknessMm: 0.6,
        });
    texts.push({ at: [MARGIN_MM, listTop + i * 5], text: `${i + 1}  ${wordsOf(o.id)}`, sizeMm: 3.4 });
  });
  const check = checkLine(MARGIN_MM, listTop + operations.length * 5 + 4);
  return {
    title: `Pour map of ${plan.title}`,
    widthMm: Math.max(L, 150) + 2 * MARGIN_MM,
    heightMm: listTop + operations.length * 5 + 14 + MARGIN_MM,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}
