import { STRETCHES } from "./stretches";

/** Amounts along the loaf with mean 1, and what has been poured from the left end up to the ends of the stretches, share of all. */
export function amountsOf(given: Float64Array | undefined): {
  amounts: Float64Array;
  gathered: Float64Array;
  most: number;
} {
  const amounts = given ? given.slice() : new Float64Array(STRETCHES + 2).fill(1);
  const gathered = new Float64Array(STRETCHES + 2);
  let sum = 0;
  for (let i = 1; i <= STRETCHES; i++) sum += (amounts[i - 1] + amounts[i]) / (2 * STRETCHES);
  let most = 0;
  for (let i = 0; i <= STRETCHES + 1; i++) {
    amounts[i] = sum > 0 ? amounts[i] / sum : 1;
    most = Math.max(most, amounts[i]);
    if (i > 0) gathered[i] = gathered[i - 1] + (amounts[i - 1] + amounts[i]) / (2 * STRETCHES);
  }
  return { amounts, gathered, most };
}

/** How much more a stripe pours where it pours most than on the mean, 1 or more: for {@link plumeBottomMm}. */
export const mostOf = (amounts?: Float64Array): number => amountsOf(amounts).most;
