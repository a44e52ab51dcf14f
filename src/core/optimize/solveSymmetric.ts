/**
 * Solves A x = b for a symmetric positive definite A by Cholesky's A = L Lᵀ.
 * Returns undefined when A is not positive definite to working precision.
 *
 * Source: G. H. Golub, C. F. Van Loan, Matrix Computations, 4th ed., algorithm 4.2.1.
 *
 * @param matrix - A, n rows of n.
 * @param right - b, n numbers.
 */
export function solveSymmetric(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): number[] | undefined {
  const n = right.length;
  const lower: number[][] = [];
  for (let i = 0; i < n; i++) {
    const row: number[] = [];
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i]?.[j] ?? Number.NaN;
      const other = i === j ? row : (lower[j] ?? []);
      for (let k = 0; k < j; k++) sum -= (row[k] ?? Number.NaN) * (other[k] ?? Number.NaN);
      if (i === j) {
        if (!(sum > 0)) return undefined;
        row.push(Math.sqrt(sum));
      } else {
        row.push(sum / (lower[j]?.[j] ?? Number.NaN));
      }
    }
    lower.push(row);
  }
  const forward: number[] = [];
  for (let i = 0; i < n; i++) {
    let sum = right[i] ?? Number.NaN;
    for (let k = 0; k < i; k++) sum -= (lower[i]?.[k] ?? Number.NaN) * (forward[k] ?? Number.NaN);
    forward.push(sum / (lower[i]?.[i] ?? Number.NaN));
  }
  const solution = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let sum = forward[i] ?? Number.NaN;
    for (let k = i + 1; k < n; k++) sum -= (lower[k]?.[i] ?? Number.NaN) * (solution[k] ?? Number.NaN);
    solution[i] = sum / (lower[i]?.[i] ?? Number.NaN);
  }
  return solution;
}
