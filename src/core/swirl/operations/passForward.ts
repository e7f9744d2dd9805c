import { CARRIES, type Flux, HELD, NODES, pieceAt, pressed, SLOPE, STRETCH } from "./passFlux";
import { wayCoordinate, wayPlace, wayStretch } from "./wayCoordinate";

const BISECTIONS = 60;

/** Where a rising function of 0 to 1 meets a value. */
function meets(at: (t: number) => number, value: number): number {
  let [low, high] = [0, 1];
  for (let n = 0; n < BISECTIONS; n++) {
    const middle = (low + high) / 2;
    if (at(middle) < value) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Takes a place on over one way, the reverse of its inverse: `s` runs with the sense of the way, `b` is 0 or more.
 * @param sizes length of the way at 0, stretches at its start and end at 2 and 3, mm
 */
export function carriedOn(
  flux: Flux,
  sizes: Float64Array,
  s: number,
  b: number,
  carry: number,
  room: number,
  needle: number,
): { s: number; b: number } {
  const lengthMm = sizes[0];
  const startMm = sizes[2];
  const endMm = sizes[3];
  const q = wayCoordinate(lengthMm, startMm, endMm, s);
  const w = wayStretch(lengthMm, startMm, endMm, s);
  const from = (u: number) => (needle * pressed(lengthMm, startMm, endMm, q, carry, pieceAt(u), u)) / w;
  if (b < from(1)) {
    const u = meets(from, b);
    const piece = pieceAt(u);
    return {
      s: wayPlace(lengthMm, startMm, endMm, q + carry * (CARRIES[piece] + SLOPE[piece] * (u - NODES[piece]))),
      b: u * needle,
    };
  }
  const place = (s * STRETCH) / lengthMm;
  const k = Math.min(STRETCH - 1, Math.floor(place));
  const t = place - k;
  const level = (carry * (HELD - 1)) / flux.most;
  const below = Math.min(HELD - 2, Math.floor(level));
  const at = (below * STRETCH + k) * 4;
  const [c0, c1, c2, c3] = [0, 1, 2, 3].map((n) => {
    const low = flux.cells[at + n];
    return low + (level - below) * (flux.cells[at + STRETCH * 4 + n] - low);
  });
  const slope = ((c1 + t * (2 * c2 + 3 * t * c3)) * STRETCH) / lengthMm;
  const free = room - needle;
  const v = meets((x) => needle + x * free + needle * slope * (1 - x) ** 3 * (1 + 3 * x), b);
  const value = c0 + t * (c1 + t * (c2 + t * c3));
  return { s: s - value * ((12 * v * (1 - v) ** 2 * needle) / free), b: needle + v * free };
}
