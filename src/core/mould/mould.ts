export interface MouldSize {
  lengthMm: number;
  widthMm: number;
  heightMm: number;
}

/** Inner volume of a loaf mould to its rim, mL. */
export const volumeMl = (m: MouldSize): number => (m.lengthMm * m.widthMm * m.heightMm) / 1000;

/** Height that a volume takes in a level mould, mm: 1000 x mL / mm2. */
export const levelMm = (m: Pick<MouldSize, "lengthMm" | "widthMm">, volume: number): number =>
  (1000 * volume) / (m.lengthMm * m.widthMm);

/**
 * What a mould holds to its low rim while one long side is raised, mL: its cross-section under a level surface that meets the low rim.
 * @param angleDeg 0 level, under 90; the floor's slope across the width
 */
export function tiltedVolumeMl(m: MouldSize, angleDeg: number): number {
  const slope = Math.tan((Math.min(89, Math.max(0, angleDeg)) * Math.PI) / 180);
  const { lengthMm, widthMm: w, heightMm: h } = m;
  if (slope <= 0) return volumeMl(m);
  const areaMm2 = slope * w <= h ? w * h - (slope * w * w) / 2 : (h * h) / (2 * slope);
  return (areaMm2 * lengthMm) / 1000;
}
