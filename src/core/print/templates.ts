import type { Mould, Plan } from "../document/schema";
import { compartmentsOf } from "../mould/compartments";
import { combWays, pathOf, strokeWays, topWays, wireWays } from "../swirl/ways";
import { type Lanes, lanesIn } from "../techniques/lanes";
import type { Operation } from "../techniques/operations/registry";
import type { Sayer } from "../units/sayer";
import type { Drawing } from "./drawing";
import { CHECK_STRIP_MM, checkLine, LINE_MM, MARGIN_MM } from "./sheet";

/** Room on a paper, mm: for its title, between strips, below a drawing, and for the line that is measured; and heights of its letters. */
const [HEAD_MM, GAP_MM, BELOW_MM, CHECK_MM] = [8, 10, 12, 8];
const [TITLE_MM, LABEL_MM] = [4.5, 3];
const STRIP_MM = 24;

const rectangle = (x: number, y: number, w: number, h: number, thicknessMm = LINE_MM): Drawing["lines"] => [
  { from: [x, y], to: [x + w, y], thicknessMm },
  { from: [x + w, y], to: [x + w, y + h], thicknessMm },
  { from: [x + w, y + h], to: [x, y + h], thicknessMm },
  { from: [x, y + h], to: [x, y], thicknessMm },
];

/**
 * Two strips for the long edges of a mould with marks at every crossing, on alternate edges: the tool goes from mark to mark.
 * @param pitchMm distance of crossings, above 0
 */
export function edgeGuides(mould: Pick<Mould, "name" | "lengthMm">, pitchMm: number, sayer: Sayer): Drawing {
  const L = mould.lengthMm;
  const lines: Drawing["lines"] = [];
  const texts: Drawing["texts"] = [
    {
      at: [MARGIN_MM, MARGIN_MM],
      text: `Edge guides, ${mould.name}, crossings every ${sayer.mm(pitchMm)}`,
      sizeMm: TITLE_MM,
    },
  ];
  ["far edge", "near edge"].forEach((name, side) => {
    const y = MARGIN_MM + HEAD_MM + side * (STRIP_MM + GAP_MM);
    lines.push(...rectangle(MARGIN_MM, y, L, STRIP_MM));
    texts.push({
      at: [MARGIN_MM + 2, y + (side ? STRIP_MM - 2 : 5)],
      text: `${name}, left end here`,
      sizeMm: LABEL_MM,
    });
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
        sizeMm: LABEL_MM,
        anchor: "middle",
      });
    }
  });
  const check = checkLine(MARGIN_MM, MARGIN_MM + HEAD_MM + 2 * (STRIP_MM + GAP_MM));
  return {
    title: `Edge guides for ${mould.name}`,
    widthMm: L + 2 * MARGIN_MM,
    heightMm: MARGIN_MM * 2 + HEAD_MM + 2 * (STRIP_MM + GAP_MM) + CHECK_MM,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}

/**
 * Divider plates to cut out, one drawn with its height and length, how many are needed and the ends of a closed set; and where they stand across the
 * mould, from the same compartments as everything else.
 * @param names what goes into each lane, from the near wall
 */
export function dividerTemplate(
  mould: Pick<Mould, "name" | "lengthMm" | "widthMm" | "heightMm"> & { id: string; dividers: Mould["dividers"] },
  operations: readonly Operation[],
  names: readonly string[],
  sayer: Sayer,
): Drawing {
  const { widthMm: W } = mould;
  const set = compartmentsOf(mould);
  const lanes = lanesIn(mould, operations);
  const widthsMm = lanes?.widthsMm ?? [];
  const plate = set?.plates ?? {
    count: Math.max(0, widthsMm.length - 1),
    lengthMm: mould.lengthMm,
    heightMm: mould.heightMm,
    thicknessMm: 0,
  };
  const size = (p: { lengthMm: number; heightMm: number }) => `${sayer.mm(p.lengthMm)} x ${sayer.mm(p.heightMm)}`;
  const ends = set?.ends ? ` and ${set.ends.count} ends of ${size(set.ends)}` : "";
  const thick =
    plate.thicknessMm > 0 ? `, ${sayer.mm(plate.thicknessMm)} thick` : "; enter their thickness with the mould";
  const lines: Drawing["lines"] = [...rectangle(MARGIN_MM, MARGIN_MM + HEAD_MM, plate.lengthMm, plate.heightMm)];
  const texts: Drawing["texts"] = [
    {
      at: [MARGIN_MM, MARGIN_MM],
      text: `Divider plates, ${mould.name}: cut ${plate.count} of ${size(plate)}${ends}${thick}`,
      sizeMm: TITLE_MM,
    },
  ];
  const top = MARGIN_MM + HEAD_MM + plate.heightMm + BELOW_MM;
  texts.push({ at: [MARGIN_MM, top - 3], text: "Spacing across the mould, near wall at the left", sizeMm: 3.5 });
  lines.push(...rectangle(MARGIN_MM, top, W, STRIP_MM));
  const t = plate.thicknessMm;
  const isClosed = set?.ends !== null && set !== null;
  let x = isClosed ? t : 0;
  const standAt = (at: number) => {
    for (const edge of t > 0 ? [at, at + t] : [at])
      lines.push({ from: [MARGIN_MM + edge, top], to: [MARGIN_MM + edge, top + STRIP_MM], thicknessMm: 0.4 });
    texts.push({ at: [MARGIN_MM + at, top + STRIP_MM + 4], text: sayer.mm(at), sizeMm: LABEL_MM, anchor: "middle" });
  };
  if (isClosed) standAt(0);
  widthsMm.forEach((wide, i) => {
    texts.push({
      at: [MARGIN_MM + x + wide / 2, top + STRIP_MM / 2],
      text: names[i] ?? `lane ${i + 1}`,
      sizeMm: LABEL_MM,
      anchor: "middle",
    });
    x += wide;
    if (i < widthsMm.length - 1 || isClosed) standAt(x);
    x += t;
  });
  const check = checkLine(MARGIN_MM, top + STRIP_MM + BELOW_MM);
  return {
    title: `Divider plates for ${mould.name}`,
    widthMm: Math.max(plate.lengthMm, W, CHECK_STRIP_MM) + 2 * MARGIN_MM,
    heightMm: top + STRIP_MM + BELOW_MM + CHECK_MM + MARGIN_MM,
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
  const top = MARGIN_MM + HEAD_MM;
  const lines: Drawing["lines"] = [...rectangle(MARGIN_MM, top, L, W, 0.5)];
  const texts: Drawing["texts"] = [
    {
      at: [MARGIN_MM, MARGIN_MM],
      text: `Pour map, ${plan.title}: ${mould.name} from above, near wall below`,
      sizeMm: TITLE_MM,
    },
  ];
  const listTop = top + Math.max(W, mould.heightMm) + 16;
  const lanes = lanesIn(mould, operations);
  if (lanes) lines.push(...plates(lanes, top, L, W));
  const inLane = new Map<number, number[]>();
  operations.forEach((o, i) => {
    if (o.kind === "compartment") inLane.set(o.index, [...(inLane.get(o.index) ?? []), i + 1]);
  });
  for (const [lane, numbers] of inLane) {
    const middle = laneMiddle(lanes, lane, W);
    texts.push({ at: [MARGIN_MM + 6, top + W - middle + 1], text: numbers.join(", "), sizeMm: 3.6 });
  }
  const end = endView(operations, mould, MARGIN_MM + L + 12, top);
  lines.push(...end.lines);
  texts.push(...end.texts);
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
    lines.push(...drawnWay(o, L, W).map(([from, to]) => ({ ...onMap(from, to, top, W), thicknessMm: 0.4 })));
    texts.push({ at: [MARGIN_MM, listTop + i * 5], text: `${i + 1}  ${wordsOf(o.id)}`, sizeMm: 3.4 });
  });
  const check = checkLine(MARGIN_MM, listTop + operations.length * 5 + 4);
  return {
    title: `Pour map of ${plan.title}`,
    widthMm: Math.max(L, 150) + 2 * MARGIN_MM + (end.lines.length > 0 ? W + 12 : 0),
    heightMm: listTop + operations.length * 5 + 14 + MARGIN_MM,
    lines: [...lines, ...check.lines],
    texts: [...texts, ...check.texts],
  };
}

/** The way that a tool takes, seen from above: pairs of points, mm from the left end and the near wall. */
function drawnWay(o: Operation, L: number, W: number): [[number, number], [number, number]][] {
  const ways =
    o.kind === "stroke"
      ? strokeWays(o, L, W)
      : o.kind === "comb"
        ? combWays(o, L, W)
        : o.kind === "topStroke"
          ? topWays(o, L, W)
          : [];
  return pathOf(ways, L, W).flatMap(({ points }) =>
    points.slice(1).map((p, k): [[number, number], [number, number]] => [points[k], p]),
  );
}

const onMap = (from: [number, number], to: [number, number], top: number, W: number) => ({
  from: [MARGIN_MM + from[0], top + W - from[1]] as [number, number],
  to: [MARGIN_MM + to[0], top + W - to[1]] as [number, number],
});

function laneMiddle(lanes: Lanes | null, lane: number, W: number): number {
  if (!lanes) return W / 2;
  const gap = (W - lanes.widthsMm.reduce((a, b) => a + b, 0)) / Math.max(1, lanes.widthsMm.length - 1);
  const before = lanes.widthsMm.slice(0, lane).reduce((a, b) => a + b + gap, 0);
  return before + (lanes.widthsMm[lane] ?? 0) / 2;
}

/** Plates between the lanes, from above. */
function plates(lanes: Lanes, top: number, L: number, W: number): Drawing["lines"] {
  return lanes.widthsMm.slice(1).map((wide, k) => {
    const y = top + W - (laneMiddle(lanes, k + 1, W) - wide / 2);
    return { from: [MARGIN_MM, y], to: [MARGIN_MM + L, y], thicknessMm: 0.5 };
  });
}

/** The mould from its end: layers one over the other with their numbers, and the wire's way through them; empty without either. */
function endView(
  operations: readonly Operation[],
  mould: Mould,
  left: number,
  top: number,
): Pick<Drawing, "lines" | "texts"> {
  const { widthMm: W, heightMm: H } = mould;
  const layers = operations.flatMap((o, i) => (o.kind === "layer" ? [i + 1] : []));
  const wires = operations.flatMap((o) => (o.kind === "wire" ? [o] : []));
  if (wires.length === 0 && layers.length < 2) return { lines: [], texts: [] };
  const level = (H * mould.fillPct) / 100;
  const lines: Drawing["lines"] = rectangle(left, top, W, H, 0.5);
  const texts: Drawing["texts"] = [{ at: [left, top - 2], text: "from its end", sizeMm: 3.4 }];
  layers.forEach((number, k) => {
    const z = (level * (k + 1)) / layers.length;
    lines.push({ from: [left, top + H - z], to: [left + W, top + H - z], thicknessMm: LINE_MM, isDashed: true });
    texts.push({ at: [left + W + 3, top + H - z + level / layers.length / 2], text: `${number}`, sizeMm: 3.4 });
  });
  for (const wire of wires)
    for (const { points } of pathOf(wireWays(wire, W, level), W, level))
      for (let k = 1; k < points.length; k++)
        lines.push({
          from: [left + points[k - 1][0], top + H - points[k - 1][1]],
          to: [left + points[k][0], top + H - points[k][1]],
          thicknessMm: 0.6,
        });
  return { lines, texts };
}
