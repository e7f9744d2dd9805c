import { wayCoordinate, wayPlace, wayStretch } from "./wayCoordinate";

/** Distance from the line in shares of the needle's half-width, at which the carry is given; between them it is linear. */
const U = [0, 0.01, 0.02, 0.035, 0.06, 0.1, 0.15, 0.22, 0.32, 0.45, 0.62, 0.8, 1];
/** Carry at these, share of A: -ln u, which has no end on the line itself; there the tool's own width decides. */
export const ON_LINE = 5.3;
const GAMMA = U.map((u) => (u === 0 ? ON_LINE : -Math.log(u)));
const PIECES = U.length - 1;
export const PER_PIECE = 200;
/** Piece by u x 200: all nodes are multiples of 0.005. */
export const PIECE_AT = Uint8Array.from({ length: PER_PIECE + 1 }, (_, i) => {
  const u = (i + 0.5) / PER_PIECE;
  return Math.min(
    PIECES - 1,
    U.findIndex((_, k) => k === PIECES || u < U[k + 1]),
  );
});
export const SLOPE = Float64Array.from({ length: PIECES }, (_, k) => (GAMMA[k + 1] - GAMMA[k]) / (U[k + 1] - U[k]));
export const NODES = Float64Array.from(U);
export const CARRIES = Float64Array.from(GAMMA);

/** Cells of the table of the return flow along the way, and carries for which it is worked out, and held. */
export const STRETCH = 128;
const LEVELS = 8;
export const HELD = 64;
/** Mean carry of the needle at a place of the way, for carries from 0 to `most`. */
export interface Flux {
  most: number;
  /** Cubic of every cell, by level and cell: value, and its three further coefficients by the share of the cell. */
  cells: Float64Array;
  /** Greatest slope at each level. */
  steepest: Float64Array;
}

/**
 * Mean carry over the needle, integral of M(s, u) - s over u from 0 to 1, and its slope; with M = sigma(Q(s) + A gamma(u)). Both are exact: gamma is linear
 * in pieces, and over a piece the integral of sigma' is the difference of sigma.
 */
function fluxAt(
  lengthMm: number,
  startMm: number,
  endMm: number,
  s: number,
  carry: number,
): { value: number; slope: number } {
  const q = wayCoordinate(lengthMm, startMm, endMm, s);
  const w = wayStretch(lengthMm, startMm, endMm, s);
  let slope = 0;
  let value = 0;
  for (let k = 0; k < PIECES; k++) {
    const [g0, g1] = [carry * GAMMA[k], carry * GAMMA[k + 1]];
    const [m0, m1] = [wayPlace(lengthMm, startMm, endMm, q + g0), wayPlace(lengthMm, startMm, endMm, q + g1)];
    const du = U[k + 1] - U[k];
    slope += carry > 0 ? ((m1 - m0) / (g1 - g0)) * du : w * du;
    // Three points of Gauss: sigma is smooth inside a piece.
    for (const [t, weight] of GAUSS)
      value += weight * du * (wayPlace(lengthMm, startMm, endMm, q + g0 + t * (g1 - g0)) - s);
  }
  return { value, slope: slope / w - 1 };
}
const GAUSS = [
  [0.5 - Math.sqrt(0.15), 5 / 18],
  [0.5, 8 / 18],
  [0.5 + Math.sqrt(0.15), 5 / 18],
] as const;

function makeFlux(lengthMm: number, startMm: number, endMm: number, most: number): Flux {
  const step = lengthMm / STRETCH;
  const row = STRETCH + 1;
  const [value, slope] = [new Float64Array(LEVELS * row), new Float64Array(LEVELS * row)];
  for (let a = 1; a < LEVELS; a++)
    for (let k = 1; k < STRETCH; k++) {
      const flux = fluxAt(lengthMm, startMm, endMm, k * step, (most * a) / (LEVELS - 1));
      value[a * row + k] = flux.value;
      slope[a * row + k] = flux.slope * step;
    }
  const cells = new Float64Array(HELD * STRETCH * 4);
  const steepest = new Float64Array(HELD);
  for (let held = 0; held < HELD; held++) {
    // Cubic through four of the levels; between the held ones it runs straight: they lie a few hundredths of a millimetre apart.
    const u = (held / (HELD - 1)) * (LEVELS - 1);
    const from = Math.min(LEVELS - 4, Math.max(0, Math.floor(u) - 1));
    const v = u - from;
    const weights = [
      (-(v - 1) * (v - 2) * (v - 3)) / 6,
      (v * (v - 2) * (v - 3)) / 2,
      (-v * (v - 1) * (v - 3)) / 2,
      (v * (v - 1) * (v - 2)) / 6,
    ];
    const at = (table: Float64Array, k: number) =>
      weights.reduce((sum, w, i) => sum + w * table[(from + i) * row + k], 0);
    for (let k = 0; k < STRETCH; k++) {
      const [a, b, da, db] = [at(value, k), at(value, k + 1), at(slope, k), at(slope, k + 1)];
      cells.set([a, da, 3 * (b - a) - 2 * da - db, 2 * (a - b) + da + db], (held * STRETCH + k) * 4);
      steepest[held] = Math.max(steepest[held], Math.abs(da) / step);
    }
  }
  return { most, cells, steepest };
}

export const levelOf = (flux: Flux, carry: number): number =>
  Math.min(HELD - 1, Math.round((carry / flux.most) * (HELD - 1)));

const fluxes = new Map<string, Flux>();
const MOST_FLUXES = 24;

/** Tables are shared by all ways of one length and one tool: they hang on nothing else. */
export function fluxOf(lengthMm: number, startMm: number, endMm: number, most: number): Flux {
  const key = `${lengthMm}|${startMm}|${endMm}|${most}`;
  const known = fluxes.get(key);
  if (known) return known;
  if (fluxes.size >= MOST_FLUXES) fluxes.delete(fluxes.keys().next().value!);
  const made = makeFlux(lengthMm, startMm, endMm, most);
  fluxes.set(key, made);
  return made;
}

/** Share of u up to which the needle's batter at the place q of the way came from: integral of sigma'(q + A gamma) over u, exact by pieces. */
export function pressed(
  lengthMm: number,
  startMm: number,
  endMm: number,
  q: number,
  carry: number,
  piece: number,
  u: number,
): number {
  let sum = 0;
  let before = wayPlace(lengthMm, startMm, endMm, q + carry * CARRIES[0]);
  for (let k = 0; k < piece; k++) {
    const here = wayPlace(lengthMm, startMm, endMm, q + carry * CARRIES[k + 1]);
    sum += (here - before) / SLOPE[k];
    before = here;
  }
  const at = CARRIES[piece] + SLOPE[piece] * (u - NODES[piece]);
  sum += (wayPlace(lengthMm, startMm, endMm, q + carry * at) - before) / SLOPE[piece];
  return sum / carry;
}

export const pieceAt = (u: number): number => PIECE_AT[Math.min(PER_PIECE, Math.floor(u * PER_PIECE))];
