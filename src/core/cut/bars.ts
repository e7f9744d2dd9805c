/** Places of the cuts across a loaf, mm from its left end; the last bar may be a thinner end piece. */
export interface Bars {
  /** Middle of each whole bar, mm. */
  middlesMm: number[];
  /** What is left over at the right end, mm. */
  endMm: number;
}

export function barsOf(lengthMm: number, thicknessMm: number): Bars {
  const count = Math.max(1, Math.floor(lengthMm / thicknessMm + 1e-9));
  return {
    middlesMm: Array.from({ length: count }, (_, i) => Math.min(lengthMm, (i + 0.5) * thicknessMm)),
    endMm: Math.max(0, lengthMm - count * thicknessMm),
  };
}
