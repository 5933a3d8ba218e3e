// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- packages that compile this source need the declaration too
/// <reference path="./jstat.d.ts" />
import jstat from 'jstat';

/** P(X ≤ x) for a normal variable. */
export function normalCdf(x: number, mean: number, sd: number): number {
  return jstat.normal.cdf(x, mean, sd);
}

/** x with P(T ≤ x) = probability for Student's t. */
export function studentQuantile(probability: number, degreesOfFreedom: number): number {
  return jstat.studentt.inv(probability, degreesOfFreedom);
}

/** Quartiles of at least two values, between ranks as R's type 7 and most spreadsheets have them (Hyndman & Fan 1996). */
export function quartiles(values: readonly number[]): [number, number, number] {
  return jstat.quantiles(values, [0.25, 0.5, 0.75], 1, 1) as [number, number, number];
}
