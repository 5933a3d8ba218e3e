import { invertPositive } from './cholesky.js';
import { type Place, type Variogram, sphericalShare } from './variogram.js';

/** Cells worked at together, so that each row of the matrix is read once for all of them. */
const LANES = 4;

export interface Estimates {
  /** best linear unbiased estimate at each point */ value: Float64Array;
  /** its variance */ variance: Float64Array;
}

/**
 * Ordinary kriging (Matheron 1963; Isaaks & Srivastava 1989, ch. 12) from readings at distinct places with a spherical
 * variogram. Exact at the readings. Null when the readings' covariances cannot be inverted.
 */
export class Kriging {
  private readonly inverse: Float64Array;
  /** C⁻¹ (z − m 1) and C⁻¹ 1 */
  private readonly residualWeights: Float64Array;
  private readonly unitWeights: Float64Array;
  private readonly unitSum: number;
  readonly mean: number;
  private readonly scratch: { covariances: Float64Array; sums: Float64Array; indices: Int32Array };

  private constructor(
    private readonly places: readonly Place[],
    private readonly variogram: Variogram,
    inverse: Float64Array,
  ) {
    const n = places.length;
    this.inverse = inverse;
    this.scratch = { covariances: new Float64Array(n * LANES), sums: new Float64Array(n * LANES), indices: new Int32Array(n) };
    const times = (vector: (i: number) => number) =>
      Float64Array.from({ length: n }, (_, i) => {
        let sum = 0;
        for (let j = 0; j < n; j++) sum += inverse[i * n + j]! * vector(j);
        return sum;
      });
    this.unitWeights = times(() => 1);
    this.unitSum = this.unitWeights.reduce((sum, w) => sum + w, 0);
    this.mean = this.unitWeights.reduce((sum, w, i) => sum + w * places[i]!.value, 0) / this.unitSum;
    this.residualWeights = times((j) => places[j]!.value - this.mean);
  }

  static of(places: readonly Place[], variogram: Variogram): Kriging | null {
    const n = places.length;
    const covariance = new Float64Array(n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++)
        covariance[i * n + j] = covariance[j * n + i] =
          i === j
            ? variogram.nugget + variogram.partialSill
            : variogram.partialSill * (1 - sphericalShare(apart(places[i]!, places[j]!), variogram.range));
    const inverse = invertPositive(covariance, n);
    return inverse && new Kriging(places, variogram, inverse);
  }

  /** Estimates at points (x[i], y[i]); points that lie together should follow each other, which saves work. */
  at(x: ArrayLike<number>, y: ArrayLike<number>): Estimates {
    const out = { value: new Float64Array(x.length), variance: new Float64Array(x.length) };
    for (let from = 0; from < x.length; from += LANES) this.estimate(x, y, from, out);
    return out;
  }

  /**
   * With c the covariances to a point: value = m + cᵀ C⁻¹ (z − m), variance = C(0) − cᵀ C⁻¹ c + (1 − 1ᵀ C⁻¹ c)² / 1ᵀ C⁻¹ 1.
   * The spherical model ends at its range: only readings nearer than that enter.
   */
  private estimate(x: ArrayLike<number>, y: ArrayLike<number>, from: number, out: Estimates): void {
    const lanes = Math.min(LANES, x.length - from);
    const { places, variogram, residualWeights, unitWeights } = this;
    const n = places.length;
    const sill = variogram.nugget + variogram.partialSill;
    const { covariances, indices } = this.scratch;
    let count = 0;
    for (let i = 0; i < n; i++) {
      let any = false;
      for (let lane = 0; lane < LANES; lane++) {
        const point = from + Math.min(lane, lanes - 1);
        const h = Math.sqrt((places[i]!.x - x[point]!) ** 2 + (places[i]!.y - y[point]!) ** 2);
        const c = h === 0 ? sill : variogram.partialSill * (1 - sphericalShare(h, variogram.range));
        covariances[count * LANES + lane] = c;
        any ||= c > 0;
      }
      if (any) indices[count++] = i;
    }
    const near = indices.subarray(0, count);
    const { sums } = this.scratch;
    this.multiplyNear(near, covariances, sums);
    for (let lane = 0; lane < lanes; lane++) {
      let [value, unit, squared] = [0, 0, 0];
      for (let a = 0; a < count; a++) {
        const c = covariances[a * LANES + lane]!;
        squared += c * sums[a * LANES + lane]!;
        value += c * residualWeights[near[a]!]!;
        unit += c * unitWeights[near[a]!]!;
      }
      out.value[from + lane] = this.mean + value;
      // a rounding error under zero at a reading is none
      out.variance[from + lane] = Math.max(0, sill - squared + (1 - unit) ** 2 / this.unitSum);
    }
  }

  /**
   * For the readings nearby, and each lane: the part of C⁻¹ c that makes cᵀ (C⁻¹ c) with the strict lower triangle counted
   * twice. Four rows by four lanes at a time, so that what is loaded is used sixteen times.
   */
  private multiplyNear(near: Int32Array, c: Float64Array, sums: Float64Array): void {
    const { inverse } = this;
    const n = this.places.length;
    const count = near.length;
    const whole = count & ~3;
    for (let a = 0; a < whole; a += 4) {
      const [r0, r1, r2, r3] = [near[a]! * n, near[a + 1]! * n, near[a + 2]! * n, near[a + 3]! * n];
      let [s00, s01, s02, s03, s10, s11, s12, s13] = [0, 0, 0, 0, 0, 0, 0, 0];
      let [s20, s21, s22, s23, s30, s31, s32, s33] = [0, 0, 0, 0, 0, 0, 0, 0];
      for (let b = 0, at = 0; b < a; b++, at += LANES) {
        const j = near[b]!;
        const [c0, c1, c2, c3] = [c[at]!, c[at + 1]!, c[at + 2]!, c[at + 3]!];
        let k = inverse[r0 + j]!;
        s00 += k * c0;
        s01 += k * c1;
        s02 += k * c2;
        s03 += k * c3;
        k = inverse[r1 + j]!;
        s10 += k * c0;
        s11 += k * c1;
        s12 += k * c2;
        s13 += k * c3;
        k = inverse[r2 + j]!;
        s20 += k * c0;
        s21 += k * c1;
        s22 += k * c2;
        s23 += k * c3;
        k = inverse[r3 + j]!;
        s30 += k * c0;
        s31 += k * c1;
        s32 += k * c2;
        s33 += k * c3;
      }
      sums.set([s00, s01, s02, s03, s10, s11, s12, s13, s20, s21, s22, s23, s30, s31, s32, s33], a * LANES);
      for (let row = a; row < a + 4; row++) this.finishRow(near, [c, sums], row, a);
    }
    for (let row = whole; row < count; row++) {
      sums.fill(0, row * LANES, (row + 1) * LANES);
      this.finishRow(near, [c, sums], row, 0);
    }
  }

  /** Adds what is left of a row, from column `from` to its diagonal, and doubles all but the diagonal. */
  private finishRow(near: Int32Array, [c, sums]: readonly [Float64Array, Float64Array], row: number, from: number): void {
    const n = this.places.length;
    const diagonal = this.inverse[near[row]! * n + near[row]!]!;
    for (let lane = 0; lane < LANES; lane++) {
      let sum = sums[row * LANES + lane]!;
      for (let b = from; b < row; b++) sum += this.inverse[near[row]! * n + near[b]!]! * c[b * LANES + lane]!;
      sums[row * LANES + lane] = 2 * sum + diagonal * c[row * LANES + lane]!;
    }
  }
}

function apart(a: Place, b: Place): number {
  return Math.sqrt((a.x - b.x) ** 2 + (a.y - b.y) ** 2);
}
