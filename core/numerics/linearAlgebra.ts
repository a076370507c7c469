import {
  CholeskyDecomposition,
  EigenvalueDecomposition,
  LuDecomposition,
  Matrix,
  QrDecomposition,
  SingularValueDecomposition,
} from "ml-matrix";

/** A square matrix as rows of finite numbers. */
export type Rows = number[][];

/** Checks before anything is handed on: the library never returns from a matrix that holds NaN. */
function matrix(rows: Rows, name: string): Matrix {
  if (!rows.every((r) => r.length === rows[0].length && r.every(Number.isFinite))) {
    throw new RangeError(`${name}: every entry must be a finite number and every row as long as the first`);
  }
  return new Matrix(rows);
}

/** What is left of b, as a part of |a| |x| + |b|, when rounding alone is to blame: LU with pivots leaves about 1e-15 n. */
const LEFT_OVER = 1e-10;

/** Under this, products of numbers lose their digits one by one and no residual says anything. */
const UNDERFLOW = 1e-290;

const singular = (): RangeError => new RangeError("a: singular to working precision");

/**
 * Solves a x = b for one right-hand side. `a` is judged by its caller; a residual larger than rounding leaves is
 * refused here, because the library itself says nothing of a matrix that is nearly singular.
 */
export function solve(a: Rows, b: number[]): number[] {
  const A = matrix(a, "a");
  const lu = new LuDecomposition(A);
  if (lu.isSingular()) throw singular();
  const x = lu.solve(Matrix.columnVector(b)).to1DArray();
  if (!x.every(Number.isFinite)) throw singular();
  const large = Math.max(...x.map(Math.abs));
  for (const [i, row] of a.entries()) {
    const sum = row.reduce((s, v, j) => s + v * x[j], 0);
    const size = row.reduce((s, v) => s + Math.abs(v), 0) * large + Math.abs(b[i]);
    if (Math.abs(sum - b[i]) > LEFT_OVER * size + UNDERFLOW) throw singular();
  }
  return x;
}

export interface GeneralisedModes {
  /** Rising. */
  values: number[];
  /** One vector per value, normalised so that v' M v = 1. */
  vectors: number[][];
}

/**
 * K v = lambda M v for symmetric K and positive definite M, by the Cholesky factor of M.
 * Values rise; vectors are M-normalised; signs are the caller's. Null where M is not positive definite.
 */
export function generalisedEigen(k: Rows, m: Rows): GeneralisedModes | null {
  const K = matrix(k, "k");
  const cholesky = new CholeskyDecomposition(matrix(m, "m"));
  if (!cholesky.isPositiveDefinite()) return null;
  const L = cholesky.lowerTriangularMatrix;
  const n = k.length;
  /** L^-1 applied to the columns of a matrix, by forward substitution. */
  const forward = (B: Matrix): Matrix => {
    const X = B.clone();
    for (let c = 0; c < X.columns; c++) {
      for (let r = 0; r < n; r++) {
        let sum = X.get(r, c);
        for (let j = 0; j < r; j++) sum -= L.get(r, j) * X.get(j, c);
        X.set(r, c, sum / L.get(r, r));
      }
    }
    return X;
  };
  const half = forward(K);
  const reduced = forward(half.transpose());
  // Rounding leaves the two halves a hair apart; the symmetric solver wants them equal.
  const even = Matrix.add(reduced, reduced.transpose()).mul(0.5);
  const eigen = new EigenvalueDecomposition(even, { assumeSymmetric: true });
  const order = eigen.realEigenvalues.map((value, i) => ({ value, i })).sort((a, b) => a.value - b.value);
  const vectors = order.map(({ i }) => {
    const y = eigen.eigenvectorMatrix.getColumn(i);
    for (let r = n - 1; r >= 0; r--) {
      let sum = y[r];
      for (let j = r + 1; j < n; j++) sum -= L.get(j, r) * y[j];
      y[r] = sum / L.get(r, r);
    }
    return y;
  });
  return { values: order.map((o) => o.value), vectors };
}

/** Eigenvalues of a symmetric matrix, rising. */
export function symmetricValues(a: Rows): number[] {
  return new EigenvalueDecomposition(matrix(a, "a"), { assumeSymmetric: true }).realEigenvalues.sort((x, y) => x - y);
}

/** Singular values, falling. */
export const singularValues = (rows: Rows): number[] => new SingularValueDecomposition(matrix(rows, "rows")).diagonal;

/** A column of R this much smaller than the largest adds nothing of its own: rounding leaves about 1e-16. */
const NOTHING_OWN = 1e-12;

/**
 * Least squares: the x that makes |a x - b| least, by Householder QR. `a` has full column rank, which the caller has
 * judged; columns that are one another's to working precision are refused.
 */
export function leastSquares(a: Rows, b: number[]): number[] {
  const qr = new QrDecomposition(matrix(a, "a"));
  const own = qr.upperTriangularMatrix.diagonal().map(Math.abs);
  // The library's own test for rank is "=== 0".
  if (!(Math.min(...own) > NOTHING_OWN * Math.max(...own))) throw singular();
  const x = qr.solve(Matrix.columnVector(b)).to1DArray();
  if (!x.every(Number.isFinite)) throw singular();
  return x;
}
