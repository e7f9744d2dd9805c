/** Nodes of a noise table, a power of two. */
export const NOISE_NODES = 256;
/** `index & NOISE_MASK` wraps a table. */
export const NOISE_MASK = NOISE_NODES - 1;
/** Periods of a table along the loaf: not a whole number, or bars would repeat. */
const PERIODS_PER_LENGTH = 0.93;

/** Smooth zero-mean noise of one variable; value about -1..1. Periodic table, read by linear interpolation. */
export type NoiseTable = Float64Array;

/** Sum of the waves `low`..`high` (whole periods per table) with random phase and falling weight, scaled to a peak of 1. */
export function noiseTable(random: () => number, low: number, high: number): NoiseTable {
  const table = new Float64Array(NOISE_NODES);
  for (let k = low; k <= high; k++) {
    const phase = random() * 2 * Math.PI;
    const weight = (0.5 + random()) / Math.sqrt(k);
    // Sines at even steps by their recurrence.
    const step = (2 * Math.PI * k) / NOISE_NODES;
    const twice = 2 * Math.cos(step);
    let before = weight * Math.sin(phase - step);
    let now = weight * Math.sin(phase);
    for (let i = 0; i < NOISE_NODES; i++) {
      table[i] += now;
      const next = twice * now - before;
      before = now;
      now = next;
    }
  }
  let peak = 1e-12;
  for (const v of table) peak = Math.max(peak, Math.abs(v));
  for (let i = 0; i < NOISE_NODES; i++) table[i] /= peak;
  return table;
}

/** Value at `u` periods (any real number). */
export function noiseAt(table: NoiseTable, u: number): number {
  const p = (u - Math.floor(u)) * NOISE_NODES;
  const i = Math.floor(p) & NOISE_MASK;
  const frac = p - Math.floor(p);
  return table[i] + (table[(i + 1) & NOISE_MASK] - table[i]) * frac;
}

/** Periods at `x` of a length. */
export const alongLoaf = (x: number, lengthMm: number): number => (PERIODS_PER_LENGTH * x) / lengthMm;
