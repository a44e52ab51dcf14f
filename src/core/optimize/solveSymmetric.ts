/**
 * Solves A x = b for a symmetric positive definite A by Cholesky's A = L Lᵀ.
 *
 * Source: G. H. Golub, C. F. Van Loan, Matrix Computations, 4th ed., algorithm 4.2.1.
 */
import { num, squareOf, zeros } from "../numbers";

/** L of A = L Lᵀ, kept to be used for many right sides. */
export class CholeskyFactor {
  private constructor(private readonly lower: readonly Float64Array[]) {}

  /** Undefined when A is not positive definite to working precision. @param matrix - A, n rows of n. */
  static of(matrix: readonly (readonly number[])[]): CholeskyFactor | undefined {
    const lower: Float64Array[] = [];
    for (const [i, given] of matrix.entries()) {
      const row = zeros(i + 1);
      // Indices stay inside the triangle, so that no bound is checked in the inner loop.
      for (const [j, other] of lower.entries()) {
        let sum = num(given[j]);
        for (let k = 0; k < j; k++) sum -= (row[k] as number) * (other[k] as number);
        row[j] = sum / (other[j] as number);
      }
      let rest = num(given[i]);
      for (let k = 0; k < i; k++) rest -= (row[k] as number) ** 2;
      if (!(rest > 0)) return undefined;
      row[i] = Math.sqrt(rest);
      lower.push(row);
    }
    return new CholeskyFactor(lower);
  }

  /** x of A x = b. @param right - b, n numbers. */
  solve(right: readonly number[]): number[] {
    const n = this.lower.length;
    const forward = this.forward(right);
    const solution = new Array<number>(n).fill(0);
    for (let i = n - 1; i >= 0; i--) {
      let sum = forward[i] as number;
      for (let k = i + 1; k < n; k++) sum -= num(this.lower[k]?.[i]) * num(solution[k]);
      solution[i] = sum / num(this.lower[i]?.[i]);
    }
    return solution;
  }

  /** L⁻¹ b; of two such vectors the inner product is bᵀ A⁻¹ c. */
  forward(right: readonly number[]): Float64Array {
    const solved = zeros(this.lower.length);
    for (const [i, row] of this.lower.entries()) {
      let sum = num(right[i]);
      for (let k = 0; k < i; k++) sum -= (row[k] as number) * (solved[k] as number);
      solved[i] = sum / (row[i] as number);
    }
    return solved;
  }

  /** Diagonal of A⁻¹. */
  inverseDiagonal(): number[] {
    return this.lower.map((_, place) =>
      squareOf(this.forward(this.lower.map((__, i) => (i === place ? 1 : 0)))),
    );
  }
}

/**
 * Undefined when A is not positive definite to working precision.
 *
 * @param matrix - A, n rows of n.
 * @param right - b, n numbers.
 */
export function solveSymmetric(
  matrix: readonly (readonly number[])[],
  right: readonly number[],
): number[] | undefined {
  return CholeskyFactor.of(matrix)?.solve(right);
}

/** Reading past the end must poison the result, not pass as zero. */
