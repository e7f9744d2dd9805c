import type { Plan } from "../document/schema";
import { cutUp, loafBlock, volumeMm3 } from "./leaves";

/** Places of the cuts across a loaf, mm from its left end; what is left over at the right end is a thinner end piece. */
export interface Bars {
  /** Middle of each whole bar, mm. */
  middlesMm: number[];
  /** Where the bars begin and end, one more than there are bars: their cut faces; of an untrimmed loaf just inside its ends. */
  edgesMm: number[];
  /** Every cut, from left to right: the trim where there is one, between the bars, before the end piece, the trim. */
  cutsMm: number[];
  /** What is left over at the right end beside the trim, mm. */
  endMm: number;
}

const THINNEST_PIECE_MM = 0.5;

/**
 * Bars of a loaf, each `thicknessMm`, between trims of `trimMm` at either end; one at least, however short what is left.
 * A trim that would leave nothing is made shorter.
 */
export function barsOf(lengthMm: number, thicknessMm: number, trimMm = 0): Bars {
  const trim = Math.max(0, Math.min(trimMm, lengthMm / 2 - 1));
  const usable = lengthMm - 2 * trim;
  const count = Math.max(1, Math.floor(usable / thicknessMm + 1e-9));
  const thick = Math.min(thicknessMm, usable);
  const endMm = Math.max(0, usable - count * thick);
  const places = Array.from({ length: count + 1 }, (_, i) => trim + i * thick);
  const edgesMm = places.map((x) => Math.min(lengthMm - THINNEST_PIECE_MM, Math.max(THINNEST_PIECE_MM, x)));
  if (endMm > THINNEST_PIECE_MM) places.push(lengthMm - trim);
  return {
    middlesMm: Array.from({ length: count }, (_, i) => trim + (i + 0.5) * thick),
    edgesMm,
    cutsMm: places.filter((x) => x > THINNEST_PIECE_MM && x < lengthMm - THINNEST_PIECE_MM),
    endMm,
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

type Cutting = Pick<Plan, "barThicknessMm" | "trimMm">;
type LaidOut = Cutting & Pick<Plan, "cutting">;
type Filled = Cut & Pick<Plan["moulds"][number], "heightMm" | "fillPct">;
type Cut = Pick<Plan["moulds"][number], "id" | "lengthMm" | "widthMm" | "cutInto">;

/** Slab -> loaves -> bars, tray -> strips -> grid: a loaf side by side across the width keeps the mould's length; one across the length has its width for length. */
export function barsOfMould(mould: Cut, plan: Cutting): MouldBars {
  const loaves = mould.cutInto?.loaves ?? 1;
  const isAcross = mould.cutInto?.along === "length";
  const loafLengthMm = isAcross ? mould.widthMm : mould.lengthMm;
  const loafWidthMm = (isAcross ? mould.lengthMm : mould.widthMm) / loaves;
  const own = barsOf(loafLengthMm, plan.barThicknessMm, plan.trimMm);
  const perLoaf = own.middlesMm.length;
  const thicknessMm = Math.min(plan.barThicknessMm, loafLengthMm);
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
export function barsToCut(mould: Filled, plan: LaidOut): MouldBars {
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
export const barCount = (plan: LaidOut & { moulds: readonly Filled[] }): number =>
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
