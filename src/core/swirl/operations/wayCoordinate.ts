/** Stretch at either end of a way within which the wall holds batter back, mm; on a long way more. */
const END_MM = 28;
const LONG_END_MM = 44.5;
const LONG_WAY_MM = 150;

/** The stretch at the ends of a way of that length, mm; at most half of it. */
export const endOf = (lengthMm: number): number =>
  Math.min(lengthMm / 2, lengthMm > LONG_WAY_MM ? LONG_END_MM : END_MM);

/**
 * Coordinate in which batter on the line is carried evenly: the place itself in the middle of the way, running off to infinity at the walls, so that nothing is
 * ever carried through them. With y into the end and e = y/d: y / (1 - e^2). `lengthMm`, `endMm`: the way and the stretch at its ends.
 */
export function wayCoordinate(lengthMm: number, endMm: number, s: number): number {
  const edge = s < endMm ? endMm : s > lengthMm - endMm ? lengthMm - endMm : -1;
  if (edge < 0) return s;
  const y = s - edge;
  const e = y / endMm;
  return edge + y / Math.max(1e-12, 1 - e * e);
}

/** The place of a coordinate, mm: the reverse of {@link wayCoordinate}. */
export function wayPlace(lengthMm: number, endMm: number, q: number): number {
  const edge = q < endMm ? endMm : q > lengthMm - endMm ? lengthMm - endMm : -1;
  if (edge < 0) return q;
  const y = q - edge;
  const r = (2 * y) / endMm;
  return edge + (2 * y) / (1 + Math.sqrt(1 + r * r));
}

/** How much place there is for a step of the coordinate: 1 in the middle, falling to 0 at the walls. */
export function wayStretch(lengthMm: number, endMm: number, s: number): number {
  const y = s < endMm ? s - endMm : s > lengthMm - endMm ? s - lengthMm + endMm : 0;
  const e = y / endMm;
  const e2 = e * e;
  return Math.max(1e-12, ((1 - e2) * (1 - e2)) / (1 + e2));
}
