/** Stretches at the start and the end of a way within which the wall holds batter back, mm: behind a tool that sets out there is no batter to go with it, so the first is the shorter. */
const START_MM = 22;
const END_MM = 28;
/** More at the start, mm a millimetre of A over that of a skewer, up to as much as at the end: else a stout tool would press its return together. */
const [START_PER_A, A_OF_SKEWER_MM] = [0.6, 13.3];
/** On a way along the loaf, and how much more for a tool that carries far, mm a millimetre of its A over that of a rod of 6 mm: else it would press its return together. */
const LONG_END_MM = 44.5;
const LONG_WAY_MM = 150;
const [MORE_PER_A, A_OF_ROD_MM, MOST_LONG_END_MM] = [1.3, 20, 66];

/** The stretches at the start and at the end of a way of that length, mm, for a tool of that A; at most half of it. */
export function endsOf(lengthMm: number, aMm: number): [startMm: number, endMm: number] {
  const more = MORE_PER_A * Math.max(0, aMm - A_OF_ROD_MM);
  const long = Math.min(MOST_LONG_END_MM, LONG_END_MM + more);
  const short = Math.min(END_MM, START_MM + START_PER_A * Math.max(0, aMm - A_OF_SKEWER_MM));
  const [start, end] = lengthMm > LONG_WAY_MM ? [long, long] : [short, END_MM];
  return [Math.min(lengthMm / 2, start), Math.min(lengthMm / 2, end)];
}

/**
 * Coordinate in which batter on the line is carried evenly: the place itself in the middle of the way, running off to infinity at the walls, so that nothing is
 * ever carried through them. With y into the end and e = y/d: y / (1 - e^2). `lengthMm`, `startMm`, `endMm`: the way and the stretches at its ends.
 */
export function wayCoordinate(lengthMm: number, startMm: number, endMm: number, s: number): number {
  const far = lengthMm - endMm;
  if (s >= startMm && s <= far) return s;
  const edge = s < startMm ? startMm : far;
  const y = s - edge;
  const e = y / (s < startMm ? startMm : endMm);
  return edge + y / Math.max(1e-12, 1 - e * e);
}

/** The place of a coordinate, mm: the reverse of {@link wayCoordinate}. */
export function wayPlace(lengthMm: number, startMm: number, endMm: number, q: number): number {
  const far = lengthMm - endMm;
  if (q >= startMm && q <= far) return q;
  const edge = q < startMm ? startMm : far;
  const y = q - edge;
  const r = (2 * y) / (q < startMm ? startMm : endMm);
  return edge + (2 * y) / (1 + Math.sqrt(1 + r * r));
}

/** How much place there is for a step of the coordinate: 1 in the middle, falling to 0 at the walls. */
export function wayStretch(lengthMm: number, startMm: number, endMm: number, s: number): number {
  const far = lengthMm - endMm;
  if (s >= startMm && s <= far) return 1;
  const e = s < startMm ? (s - startMm) / startMm : (s - far) / endMm;
  const e2 = e * e;
  return Math.max(1e-12, ((1 - e2) * (1 - e2)) / (1 + e2));
}
