/** Stretches of the loaf over which what wanders along it runs straight. */
export const STRETCHES = 128;

/** A value along the loaf at the ends of the stretches; `at` gives it at a share of the length, 0..1. One end more stands past the last, for readers at the very end. */
export function stretchesOf(at: (share: number) => number): Float64Array {
  return Float64Array.from({ length: STRETCHES + 2 }, (_, i) => at(Math.min(i, STRETCHES) / STRETCHES));
}

/** The value at `x` of a length, mm; held at the ends. */
export function readStretches(table: Float64Array, x: number, lengthMm: number): number {
  const along = Math.min(STRETCHES, Math.max(0, (x / lengthMm) * STRETCHES));
  const i = Math.floor(along);
  return table[i] + (table[i + 1] - table[i]) * (along - i);
}
