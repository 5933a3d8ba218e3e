import { CALCULATORS } from '../calculators';
import { begin } from '../fields';
import type { Result } from '../issues';
import { accepted } from './results';

/** Runs a long calculation look by look: the shares it tells, and what it ends with when told to stop at one of them. */
export function looksAt(id: string, raw: unknown, stopAtLook = Infinity): { shares: number[]; result: Result<object> } {
  const { steps } = accepted(begin(CALCULATORS.get(id)!, raw));
  const shares: number[] = [];
  let slice = steps.next(false);
  while (!slice.done) {
    shares.push(slice.value);
    slice = steps.next(shares.length >= stopAtLook);
  }
  return { shares, result: slice.value };
}

/** Progress goes on, never back and never past the whole. */
export function expectProgress(shares: readonly number[], atLeast: number): void {
  expect(shares.length).toBeGreaterThanOrEqual(atLeast);
  expect(shares[0]).toBeGreaterThanOrEqual(0);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  expect(shares.at(-1)).toBeLessThan(1);
}
