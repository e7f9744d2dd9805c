export interface MouldSize {
  lengthMm: number;
  widthMm: number;
  heightMm: number;
}

/** Inner volume of a loaf mould to its rim, mL. */
export const volumeMl = (m: MouldSize): number => (m.lengthMm * m.widthMm * m.heightMm) / 1000;

/** Batter that fills the mould to `fillPct` of its height, g. Density in g/mL (0.98-1.06 by formula, less with air). */
export const fillMassG = (m: MouldSize, fillPct: number, densityGPerMl: number): number =>
  volumeMl(m) * (fillPct / 100) * densityGPerMl;

/** Height that a mass takes in the mould, mm: 1000 x g / (g/mL x mm2). */
export const levelMm = (m: MouldSize, massG: number, densityGPerMl: number): number =>
  (1000 * massG) / (densityGPerMl * m.lengthMm * m.widthMm);
