/** Cholesky factor of a positive definite matrix, lower triangle, row by row. */
export function cholesky(a: Float64Array, n: number): Float64Array {
  const l = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = a[i * n + j];
      for (let k = 0; k < j; k++) sum -= l[i * n + k] * l[j * n + k];
      l[i * n + j] = i === j ? Math.sqrt(Math.max(sum, 1e-12)) : sum / l[j * n + j];
    }
  }
  return l;
}

/** x of A x = b for a symmetric positive definite A. */
export const solveSymmetric = (a: Float64Array, b: Float64Array, n: number): Float64Array =>
  solveBy(cholesky(a, n), b, n);

/** x of A x = b by the Cholesky factor of A. */
export function solveBy(l: Float64Array, b: Float64Array, n: number): Float64Array {
  const y = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    let sum = b[i];
    for (let k = 0; k < i; k++) sum -= l[i * n + k] * y[k];
    y[i] = sum / l[i * n + i];
  }
  const x = new Float64Array(n);
  for (let i = n - 1; i >= 0; i--) {
    let sum = y[i];
    for (let k = i + 1; k < n; k++) sum -= l[k * n + i] * x[k];
    x[i] = sum / l[i * n + i];
  }
  return x;
}

/** Inverse of a symmetric positive definite matrix. */
export function inverse(a: Float64Array, n: number): Float64Array {
  const out = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    const unit = new Float64Array(n);
    unit[j] = 1;
    const column = solveSymmetric(a, unit, n);
    for (let i = 0; i < n; i++) out[i * n + j] = column[i];
  }
  return out;
}

/** The diagonal of the inverse of A, by the Cholesky factor of A. */
export function inverseDiagonal(l: Float64Array, n: number): Float64Array {
  const diagonal = new Float64Array(n);
  const column = new Float64Array(n);
  for (let j = 0; j < n; j++) {
    column[j] = 1 / l[j * n + j];
    diagonal[j] = column[j] ** 2;
    for (let i = j + 1; i < n; i++) {
      let sum = 0;
      for (let k = j; k < i; k++) sum -= l[i * n + k] * column[k];
      column[i] = sum / l[i * n + i];
      diagonal[j] += column[i] ** 2;
    }
  }
  return diagonal;
}
