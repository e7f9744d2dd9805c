import type { AtBench } from "./kind";

/** Shares of a cup that people can see, nearest first match. */
const CUP_WORDS = [
  { pct: 100, words: "the whole cup" },
  { pct: 75, words: "three quarters of the cup" },
  { pct: 66.7, words: "two thirds of the cup" },
  { pct: 50, words: "half the cup" },
  { pct: 40, words: "two fifths of the cup" },
  { pct: 33.3, words: "a third of the cup" },
  { pct: 25, words: "a quarter of the cup" },
  { pct: 20, words: "a fifth of the cup" },
  { pct: 16.7, words: "a sixth of the cup" },
  { pct: 12.5, words: "an eighth of the cup" },
  { pct: 10, words: "a tenth of the cup" },
] as const;

/** "about a third of the cup": the nearest fraction by ratio; "a splash" under 7 %. */
export function cupWords(cupPct: number): string {
  if (cupPct < 7) return "a splash";
  const nearest = CUP_WORDS.reduce((best, w) =>
    Math.abs(Math.log(w.pct / cupPct)) < Math.abs(Math.log(best.pct / cupPct)) ? w : best,
  );
  const isClose = Math.abs(nearest.pct - cupPct) < 0.8;
  return isClose ? nearest.words : `about ${nearest.words}`;
}

export const HEIGHT_WORDS = { low: "from low over the batter", mid: "from half height", high: "from high up" } as const;
export const PASS_WORDS = { 1: "one way down the loaf", 2: "down the loaf and back", 3: "down, back and down again" };

/** A clock position: 12.5 is "12:30". */
export const hourWords = (hour: number): string => `${Math.floor(hour) || 12}${hour % 1 ? ":30" : ""}`;
export const pourTitle = ({ cup, mass }: AtBench): string => `Pour ${cup}, ${mass}`;
export const intoPotTitle = ({ cup, mass }: AtBench): string => `${cup} into the pot, ${mass}`;
/** "30 mm from the near wall". */
export const wallWords = (acrossMm: number, { sayer }: AtBench): string =>
  `${sayer.place(acrossMm)} from the near wall`;
export const depthWords = (depthMm: number | null, { sayer }: AtBench): string =>
  depthMm === null ? "to the floor" : `${sayer.mm(depthMm)} deep`;
/** "1 loop", "3 loops". */
export const counted = (count: number, one: string): string => `${count} ${count === 1 ? one : `${one}s`}`;
