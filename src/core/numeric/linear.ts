/**
 * Solves a small dense system: each row holds its coefficients and, last, its right side. Elimination with partial pivoting
 * (Golub & Van Loan, Matrix Computations, 3.4); an unknown that nothing determines comes out as 0.
 */
export function solveLinear(rows: readonly (readonly number[])[]): number[] {
  const n = rows.length,
    m = rows.map((row) => [...row]);
  for (let col = 0; col < n; col++) {
    let pivot = col;
    for (let r = col + 1; r < n; r++) if (Math.abs(m[r][col]) > Math.abs(m[pivot][col])) pivot = r;
    if (pivot !== col) [m[col], m[pivot]] = [m[pivot], m[col]];
    const d = m[col][col];
    if (d === 0) continue;
    for (let r = 0; r < n; r++) {
      if (r === col) continue;
      const f = m[r][col] / d;
      if (f !== 0) for (let k = col; k <= n; k++) m[r][k] -= f * m[col][k];
    }
  }
  return m.map((row, i) => (row[i] === 0 ? 0 : row[n] / row[i]));
}

/** A symmetric positive definite matrix as its Cholesky factor (Golub & Van Loan, 4.2): what solves with it, and the logarithm of its determinant. */
export function cholesky(matrix: readonly (readonly number[])[]) {
  const n = matrix.length,
    l = matrix.map((row) => [...row]);
  let logDet = 0;
  for (let j = 0; j < n; j++) {
    for (let k = 0; k < j; k++) for (let i = j; i < n; i++) l[i][j] -= l[i][k] * l[j][k];
    const d = Math.sqrt(l[j][j]);
    logDet += 2 * Math.log(d);
    for (let i = j; i < n; i++) l[i][j] /= d;
  }
  const solve = (right: readonly number[]): number[] => {
    const x = [...right];
    for (let i = 0; i < n; i++) {
      for (let k = 0; k < i; k++) x[i] -= l[i][k] * x[k];
      x[i] /= l[i][i];
    }
    for (let i = n - 1; i >= 0; i--) {
      for (let k = i + 1; k < n; k++) x[i] -= l[k][i] * x[k];
      x[i] /= l[i][i];
    }
    return x;
  };
  return { solve, logDet };
}

/** Three unknowns by Cramer's rule on rows [a b c | d]; undefined when singular. For inner loops. */
export function solve3(m: readonly (readonly number[])[]): Float64Array | undefined {
  const det = (x: number, y: number, z: number) =>
    m[0][x] * (m[1][y] * m[2][z] - m[1][z] * m[2][y]) -
    m[0][y] * (m[1][x] * m[2][z] - m[1][z] * m[2][x]) +
    m[0][z] * (m[1][x] * m[2][y] - m[1][y] * m[2][x]);
  const whole = det(0, 1, 2);
  if (!(Math.abs(whole) > 0)) return undefined;
  return Float64Array.of(det(3, 1, 2) / whole, det(0, 3, 2) / whole, det(0, 1, 3) / whole);
}

/** Ordinary least squares with a breath of ridge, by the normal equations; small systems only. */
export function leastSquares(rows: readonly (readonly number[])[], values: readonly number[], ridge = 1e-9): number[] {
  const n = rows[0].length;
  const a = Array.from({ length: n }, () => new Array<number>(n + 1).fill(0));
  rows.forEach((row, r) => {
    for (let i = 0; i < n; i++) {
      for (let k = 0; k < n; k++) a[i][k] += row[i] * row[k];
      a[i][n] += row[i] * values[r];
    }
  });
  for (let i = 0; i < n; i++) a[i][i] += ridge * rows.length;
  return solveLinear(a);
}
