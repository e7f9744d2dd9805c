/** A place of a cut across as a slanted stream sees it, both 0..1: share of the face below the slanted line through it, and how far along that line it lies. */
export const onSlant = { v: 0, b: 0 };

/**
 * Reads a place y, z of a face W x H on lines z + m y = c; areas are kept. Written to {@link onSlant}.
 * @param m slope of the lines, mm per mm; negative leans the other way
 */
export function readSlant(y: number, z: number, W: number, H: number, m: number): void {
  const lean = Math.abs(m);
  const at = m < 0 ? W - y : y;
  const c = z + lean * at;
  const rise = lean * W;
  const left = c > H ? (c - H) / lean : 0;
  const right = c < rise ? c / lean : W;
  const over = H + rise - c;
  const low = Math.min(H, rise);
  const area =
    c <= low
      ? (c * c) / (2 * lean)
      : c >= H + rise - low
        ? W * H - (over * over) / (2 * lean)
        : rise <= H
          ? W * (c - rise / 2)
          : (H * (c - H / 2)) / lean;
  onSlant.v = area / (W * H);
  const b = right > left ? (at - left) / (right - left) : 0.5;
  onSlant.b = b < 0 ? 0 : b > 1 ? 1 : b;
}
