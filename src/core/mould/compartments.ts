import type { PlanMould } from "./mouldSchema";

/** The lengthwise compartments of a divided mould while its plates stand. */
export interface Compartments {
  /** Clear widths from the near wall, mm. */
  widthsMm: number[];
  /** Clear length, mm: a closed set's ends take two thicknesses. */
  lengthMm: number;
  /** Volume of each up to a height, mL. */
  volumesMl(heightMm: number): number[];
  /** How far widths that were given by hand miss the mould's width, mm; 0 for equal ones. */
  gapMm: number;
}

type Divided = Pick<PlanMould, "lengthMm" | "widthMm" | "dividers">;

/**
 * Width = (inner width - k x thickness) / n with n compartments: loose plates make n = k + 1; a closed set has an outer plate on
 * each side (k = n + 1) and two ends. Null for a mould without dividers.
 */
export function compartmentsOf(mould: Divided): Compartments | null {
  const d = mould.dividers;
  if (!d) return null;
  const n = d.isClosedSet ? Math.max(1, d.count - 1) : d.count + 1;
  const clearMm = mould.widthMm - d.count * d.thicknessMm;
  const widthsMm = d.widthsMm ?? Array.from({ length: n }, () => clearMm / n);
  const lengthMm = mould.lengthMm - (d.isClosedSet ? 2 * d.thicknessMm : 0);
  return {
    widthsMm,
    lengthMm,
    volumesMl: (heightMm) => widthsMm.map((w) => (w * lengthMm * heightMm) / 1000),
    gapMm: d.widthsMm ? clearMm - widthsMm.reduce((sum, w) => sum + w, 0) : 0,
  };
}

/** Number of compartments that a set of dividers makes. */
export const compartmentCount = (d: NonNullable<PlanMould["dividers"]>): number =>
  d.isClosedSet ? Math.max(1, d.count - 1) : d.count + 1;
