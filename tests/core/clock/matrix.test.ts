import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cholesky, inverse, inverseDiagonal, solveBy, solveSymmetric } from "../../../src/core/clock/matrix";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

/** A positive definite matrix out of any square one: its product with its own transpose, and something on the diagonal. */
const definite = fc.integer({ min: 1, max: 9 }).chain((n) =>
  fc.array(between(-2, 2), { minLength: n * n, maxLength: n * n }).map((r) => {
    const a = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        a[i * n + j] = i === j ? 0.5 : 0;
        for (let k = 0; k < n; k++) a[i * n + j] += r[i * n + k] * r[j * n + k];
      }
    return { a, n };
  }),
);

describe("a positive definite matrix", () => {
  it("is solved: what comes out, put in, gives the right side again, and by its factor the same", () => {
    fc.assert(
      fc.property(definite, ({ a, n }) => {
        const b = Float64Array.from({ length: n }, (_, i) => i - 2);
        const x = solveSymmetric(a, b, n);
        for (let i = 0; i < n; i++) {
          const back = x.reduce((sum, v, j) => sum + a[i * n + j] * v, 0);
          expect(back).toBeCloseTo(b[i], 6);
        }
        expect(solveBy(cholesky(a, n), b, n)).toEqual(x);
      }),
      { seed: 8, numRuns: tries(100) },
    );
  });

  it("has the diagonal of its inverse, with and without the whole inverse", () => {
    fc.assert(
      fc.property(definite, ({ a, n }) => {
        const whole = inverse(a, n);
        inverseDiagonal(cholesky(a, n), n).forEach((v, i) => void expect(v).toBeCloseTo(whole[i * n + i], 6));
      }),
      { seed: 9, numRuns: tries(100) },
    );
  });
});
