import { Tridiagonal } from './tridiagonal.js';

/** y′ = F(y), autonomous, with a tridiagonal Jacobian. */
export interface StiffSystem {
  readonly size: number;
  /** F(y) into `rate`. */
  rate(y: Float64Array, rate: Float64Array): void;
  /** F(y) into `rate` and ∂F/∂y into the three diagonals. */
  linearise(y: Float64Array, rate: Float64Array, jacobian: Tridiagonal): void;
}

export interface StepControl {
  /** largest error of a step in any component, absolute */ tolerance: number;
  firstStep: number;
  /** most steps in one run */ maxSteps: number;
}

/** One step taken: states and rates at both ends, for interpolation in between. */
export interface StepTaken {
  from: number;
  to: number;
  y0: Float64Array;
  rate0: Float64Array;
  y1: Float64Array;
  rate1: Float64Array;
}

const GAMMA = 1 / 2;

/**
 * Integrates a stiff system from `from` to exactly `to` with adaptive steps: RODAS3, a linearly implicit Runge–Kutta method of
 * order 3 with an embedded one of order 2, L-stable and stiffly accurate (Sandu et al. 1997, Atmospheric Environment 31;
 * coefficients as there, in the form without matrix products). It keeps linear invariants, hence mass.
 * Yields each accepted step; the arrays in it are reused. Throws when `maxSteps` do not suffice.
 */
export function* integrateStiff(
  system: StiffSystem,
  y: Float64Array,
  [from, to]: readonly [number, number],
  { tolerance, firstStep, maxSteps }: StepControl,
): Generator<StepTaken, void, void> {
  const n = system.size;
  const matrix = new Tridiagonal(n);
  const jacobian = new Tridiagonal(n);
  let y0: Float64Array = y;
  let y1: Float64Array = new Float64Array(n);
  let rate0: Float64Array = new Float64Array(n);
  let rate1: Float64Array = new Float64Array(n);
  const [u1, u2, u3, u4, stage] = Array.from({ length: 5 }, () => new Float64Array(n)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  system.linearise(y0, rate0, jacobian);
  let t = from;
  let step = Math.min(firstStep, to - from);
  for (let taken = 0; t < to;) {
    if (++taken > maxSteps) throw new Error(`the integration needs more than ${maxSteps} steps`);
    const shift = 1 / (GAMMA * step);
    for (let i = 0; i < n; i++) {
      matrix.lower[i] = -jacobian.lower[i]!;
      matrix.diagonal[i] = shift - jacobian.diagonal[i]!;
      matrix.upper[i] = -jacobian.upper[i]!;
    }
    matrix.factorise();
    const c = 1 / step;
    u1.set(rate0);
    matrix.solve(u1);
    for (let i = 0; i < n; i++) u2[i] = rate0[i]! + 4 * c * u1[i]!;
    matrix.solve(u2);
    for (let i = 0; i < n; i++) stage[i] = y0[i]! + 2 * u1[i]!;
    system.rate(stage, u3);
    for (let i = 0; i < n; i++) u3[i]! += c * (u1[i]! - u2[i]!);
    matrix.solve(u3);
    for (let i = 0; i < n; i++) stage[i]! += u3[i]!;
    system.rate(stage, u4);
    for (let i = 0; i < n; i++) u4[i]! += c * (u1[i]! - u2[i]! - (8 / 3) * u3[i]!);
    matrix.solve(u4);
    let error = 0;
    for (let i = 0; i < n; i++) {
      y1[i] = stage[i]! + u4[i]!;
      error = Math.max(error, Math.abs(u4[i]!));
    }
    const ratio = error / tolerance;
    const next = step * Math.min(5, Math.max(0.2, 0.9 * Math.cbrt(1 / Math.max(ratio, 1e-9))));
    if (ratio > 1) {
      step = next;
      continue;
    }
    system.linearise(y1, rate1, jacobian);
    // the last step lands on the end exactly
    const reached = to - (t + step) < 1e-9 * step ? to : t + step;
    yield { from: t, to: reached, y0, rate0, y1, rate1 };
    [y0, y1, rate0, rate1] = [y1, y0, rate1, rate0];
    t = reached;
    const left = to - t;
    step = next >= left ? left : Math.min(next, left / Math.ceil(left / next));
  }
  if (y0 !== y) y.set(y0);
}
