/**
 * A tridiagonal system, factored once and solved for several right-hand sides. `lower[0]` and `upper[n−1]` are unused.
 * Elimination runs from both ends towards the middle (twisted factorisation, Meurant 1992): two chains of operations that
 * a processor works on at once. Stable without pivoting for the diagonally dominant matrices of implicit diffusion.
 */
export class Tridiagonal {
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
  readonly upper: Float64Array;
  private readonly inverse: Float64Array;
  private readonly factor: Float64Array;
  private readonly middle: number;

  constructor(readonly size: number) {
    this.lower = new Float64Array(size);
    this.diagonal = new Float64Array(size);
    this.upper = new Float64Array(size);
    this.inverse = new Float64Array(size);
    this.factor = new Float64Array(size);
    this.middle = (size - 1) >> 1;
  }

  /** After the three diagonals have been filled in. */
  factorise(): void {
    const { size, lower, diagonal, upper, inverse, factor, middle } = this;
    inverse[0] = 1 / diagonal[0]!;
    inverse[size - 1] = 1 / diagonal[size - 1]!;
    for (let i = 1, j = size - 2; j > middle; i++, j--) {
      if (i < middle) {
        factor[i] = lower[i]! * inverse[i - 1]!;
        inverse[i] = 1 / (diagonal[i]! - factor[i]! * upper[i - 1]!);
      }
      factor[j] = upper[j]! * inverse[j + 1]!;
      inverse[j] = 1 / (diagonal[j]! - factor[j]! * lower[j + 1]!);
    }
    let pivot = diagonal[middle]!;
    if (middle > 0) pivot -= lower[middle]! * inverse[middle - 1]! * upper[middle - 1]!;
    if (middle < size - 1) pivot -= upper[middle]! * inverse[middle + 1]! * lower[middle + 1]!;
    inverse[middle] = 1 / pivot;
  }

  /** Overwrites the right-hand side with the solution. */
  solve(rhs: Float64Array): void {
    const { size, lower, upper, inverse, factor, middle } = this;
    for (let i = 1, j = size - 2; j > middle; i++, j--) {
      if (i < middle) rhs[i]! -= factor[i]! * rhs[i - 1]!;
      rhs[j]! -= factor[j]! * rhs[j + 1]!;
    }
    let sum = rhs[middle]!;
    if (middle > 0) sum -= lower[middle]! * inverse[middle - 1]! * rhs[middle - 1]!;
    if (middle < size - 1) sum -= upper[middle]! * inverse[middle + 1]! * rhs[middle + 1]!;
    rhs[middle] = sum * inverse[middle]!;
    for (let i = middle - 1, j = middle + 1; j < size; i--, j++) {
      if (i >= 0) rhs[i] = (rhs[i]! - upper[i]! * rhs[i + 1]!) * inverse[i]!;
      rhs[j] = (rhs[j]! - lower[j]! * rhs[j - 1]!) * inverse[j]!;
    }
  }
}
