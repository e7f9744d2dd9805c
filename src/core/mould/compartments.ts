import type { PlanMould } from "./mouldSchema";

/** The lengthwise compartments of a divided mould while its plates stand, and what the set is made of. */
export interface Compartments {
  /** Clear widths from the near wall, mm. */
  widthsMm: number[];
  /** Clear length, mm: a closed set's ends take two thicknesses. */
  lengthMm: number;
  /** Volume of each up to a height, mL. */
  volumesMl(heightMm: number): number[];
  /** How far widths that were given by hand miss the mould's width, mm; 0 for equal ones. */
  gapMm: number;
  /** Plates to cut, the outer ones of a closed set included, and its two ends; mm. */
  plates: { count: number; lengthMm: number; heightMm: number; thicknessMm: number };
  ends: { count: 2; lengthMm: number; heightMm: number; thicknessMm: number } | null;
}

export type Divided = Pick<PlanMould, "lengthMm" | "widthMm" | "heightMm" | "dividers">;

/**
 * Width = (inner width - k x thickness) / n with n compartments: loose plates make n = k + 1; a closed set has an outer plate on
 * each side (k = n + 1) and two ends. Null for a mould without dividers.
 */
export function compartmentsOf(mould: Divided): Compartments | null {
  const d = mould.dividers;
  if (!d) return null;
  const n = compartmentCount(d);
  const { thicknessMm, isClosedSet } = d;
  const { heightMm } = mould;
  const clearMm = mould.widthMm - d.count * thicknessMm;
  const widthsMm = d.widthsMm ?? Array.from({ length: n }, () => clearMm / n);
  const lengthMm = mould.lengthMm - (isClosedSet ? 2 * thicknessMm : 0);
  return {
    widthsMm,
    lengthMm,
    volumesMl: (level) => widthsMm.map((w) => (w * lengthMm * level) / 1000),
    gapMm: d.widthsMm ? clearMm - widthsMm.reduce((sum, w) => sum + w, 0) : 0,
    plates: { count: d.count, lengthMm, heightMm, thicknessMm },
    ends: isClosedSet ? { count: 2, lengthMm: mould.widthMm, heightMm, thicknessMm } : null,
  };
}

/** Number of compartments that a set of dividers makes. */
export const compartmentCount = (d: NonNullable<PlanMould["dividers"]>): number =>
  d.isClosedSet ? Math.max(1, d.count - 1) : d.count + 1;
