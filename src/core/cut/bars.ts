import type { Plan } from "../document/schema";
import { UNTRIMMED } from "../mould/cutSchema";
import { cutUp, divide, loafBlock, volumeMm3 } from "./leaves";

/** Places of the cuts across a loaf, mm from its left end; what is left over at the right end is a thinner end piece. */
export interface Bars {
  /** Middle of each whole bar, mm. */
  middlesMm: number[];
  /** Where the bars meet, one more than there are bars: the middle of the wire between them, and where the first begins and the last ends; of an untrimmed loaf just inside its ends. */
  edgesMm: number[];
  /** Every cut by the middle of the wire, from left to right: the trim where there is one, between the bars, before the end piece, the trim. */
  cutsMm: number[];
  /** What is left over at the right end beside the trim, mm. */
  endMm: number;
  thicknessMm: number;
}

const THINNEST_PIECE_MM = 0.5;

type Cutting = Pick<Plan, "barThicknessMm" | "trimMm" | "cutting">;

/** How bars are cut across that nobody has laid out: what is trimmed off either end, as thick as the plan says as often as it fits. */
export const acrossOf = ({ barThicknessMm, trimMm }: Pick<Plan, "barThicknessMm" | "trimMm">) => ({
  ...{ ...UNTRIMMED, trimStartMm: trimMm, trimEndMm: trimMm },
  division: { kind: "pitch" as const, thickMm: barThicknessMm },
});

/**
 * Bars across a loaf, as thick as the plan says, between trims at either end, each cut taking what the plan's wire does; one at least, however short what is left.
 * A trim that would leave nothing is made shorter.
 */
export function barsOf(lengthMm: number, plan: Cutting): Bars {
  const { kerfMm } = plan.cutting.cutter;
  const trimMm = Math.max(0, Math.min(plan.trimMm, lengthMm / 2 - kerfMm - 1));
  const across = acrossOf({ ...plan, trimMm });
  const wire = { kerfMm, heightStepMm: null };
  const { pieces, cutsMm, leftOver } =
    divide(lengthMm, across, wire) ?? divide(lengthMm, { ...across, division: { kind: "parts", count: 1 } }, wire)!;
  const inside = (x: number) => Math.min(lengthMm - THINNEST_PIECE_MM, Math.max(THINNEST_PIECE_MM, x));
  const [[from, to]] = pieces;
  return {
    middlesMm: pieces.map(([start, end]) => (start + end) / 2),
    edgesMm: [
      inside(from),
      ...pieces.slice(1).map(([start], i) => (pieces[i][1] + start) / 2),
      inside(pieces[pieces.length - 1][1]),
    ],
    cutsMm,
    endMm: leftOver ? leftOver[1] - leftOver[0] : 0,
    thicknessMm: to - from,
  };
}

/** Bars of one mould: of the loaf, or of the loaves (or strips of a grid) that a slab is cut into first. */
export interface MouldBars {
  mouldId: string;
  loaves: number;
  loafLengthMm: number;
  loafWidthMm: number;
  /** Of one loaf. */
  perLoaf: number;
  thicknessMm: number;
  endMm: number;
  bars: number;
  /** Part of what is in the mould that one bar takes. */
  barShare: number;
}

type Filled = Cut & Pick<Plan["moulds"][number], "heightMm" | "fillPct">;
type Cut = Pick<Plan["moulds"][number], "id" | "lengthMm" | "widthMm" | "cutInto">;

/** Slab -> loaves -> bars, tray -> strips -> grid: a loaf side by side across the width keeps the mould's length; one across the length has its width for length. */
export function barsOfMould(mould: Cut, plan: Cutting): MouldBars {
  const loaves = mould.cutInto?.loaves ?? 1;
  const isAcross = mould.cutInto?.along === "length";
  const loafLengthMm = isAcross ? mould.widthMm : mould.lengthMm;
  const loafWidthMm = (isAcross ? mould.lengthMm : mould.widthMm) / loaves;
  const own = barsOf(loafLengthMm, plan);
  const perLoaf = own.middlesMm.length;
  const { thicknessMm } = own;
  return {
    mouldId: mould.id,
    loaves,
    loafLengthMm,
    loafWidthMm,
    perLoaf,
    thicknessMm,
    endMm: own.endMm,
    bars: loaves * perLoaf,
    barShare: (thicknessMm * loafWidthMm) / (mould.lengthMm * mould.widthMm),
  };
}

/** Bars of one mould as its cuts are laid out, or as `barsOfMould` has it where they are not. */
export function barsToCut(mould: Filled, plan: Cutting): MouldBars {
  const plain = barsOfMould(mould, plan);
  const laid = plan.cutting.moulds.find((c) => c.mouldId === mould.id);
  if (!laid) return plain;
  const loaf = loafBlock(mould, (mould.heightMm * mould.fillPct) / 100);
  const { bars } = cutUp(loaf, laid);
  const partOf = bars.reduce((sum, b) => sum + volumeMm3(b), 0) / volumeMm3(loaf);
  const each = bars.length > 0 ? partOf / bars.length : 0;
  return { ...plain, loaves: 1, perLoaf: bars.length, endMm: 0, bars: bars.length, barShare: each };
}

/** Bars of all the moulds. */
export const barCount = (plan: Cutting & { moulds: readonly Filled[] }): number =>
  plan.moulds.reduce((sum, m) => sum + barsToCut(m, plan).bars, 0);

/** "18 bars from 2 loaves of 9", "9 bars": how the bars of a mould come about. */
export function barWords(b: MouldBars): string {
  const bars = `${b.bars} ${b.bars === 1 ? "bar" : "bars"}`;
  return b.loaves > 1 ? `${bars}: ${b.loaves} loaves of ${b.perLoaf}` : bars;
}

/** What decorates the bars, with how many pieces of each all the moulds need. */
export function decorationCounts(plan: Pick<Plan, "moulds" | "barThicknessMm" | "trimMm" | "cutting" | "decorations">) {
  const bars = barCount(plan);
  return plan.decorations.map(({ id, name, place, perBar }) => ({ id, name, place, pieces: perBar * bars }));
}

/** Number of the bar at a place along the loaf, the nearest where it lies in a trim. */
export function barAt(bars: Bars, atMm: number): number {
  let best = 0;
  bars.middlesMm.forEach((m, i) => {
    if (Math.abs(m - atMm) < Math.abs(bars.middlesMm[best] - atMm)) best = i;
  });
  return best;
}

/** Where so many decorations stand in a row across a bar, mm from the near wall. */
export function placesAcross(perBar: number, widthMm: number): number[] {
  return Array.from({ length: perBar }, (_, i) => ((i + 0.5) * widthMm) / perBar);
}
