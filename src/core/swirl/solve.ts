const HALVINGS = 60;

/** Where a rising function reaches a value, between two places. */
export function solve(of: (v: number) => number, target: number, from: number, to: number): number {
  let low = from;
  let high = to;
  for (let k = 0; k < HALVINGS; k++) {
    const middle = (low + high) / 2;
    if (of(middle) < target) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
