import { Matrix, determinant, inverse, solve } from 'ml-matrix';

export interface LeastSquaresProblem {
  start: readonly number[];
  min: readonly number[];
  max: readonly number[];
  /** steps for the derivatives, above the noise of the model */ difference: readonly number[];
  /** model less measured at each point, for one set of parameters */ residuals(parameters: readonly number[]): number[];
}

export interface Fit {
  parameters: number[];
  sumOfSquares: number;
  /** parameters that do not lie on a bound */ free: number[];
  /** (JᵀJ)⁻¹ at the optimum over the free parameters, 0 for the others; null when the points do not determine them */
  inverseNormal: Matrix | null;
}

const MOST_ITERATIONS = 40;
const DAMPING = { start: 1e-3, up: 8, down: 0.2, most: 1e8 };
/** relative gain under which there is nothing left to win */
const SETTLED = 1e-9;

/**
 * Least squares by Levenberg (1944) and Marquardt (1963): damped Gauss–Newton steps, taken only when they lower the sum; parameters
 * stay within their bounds. Yields after each step, so that it can be ended; then the best so far is returned.
 */
export function* leastSquares(problem: LeastSquaresProblem): Generator<number, Fit, boolean> {
  const sum = (residuals: readonly number[]) => residuals.reduce((total, r) => total + r * r, 0);
  let parameters = [...problem.start];
  let residuals = problem.residuals(parameters);
  let best = sum(residuals);
  let damping = DAMPING.start;
  let jacobian = jacobianAt(problem, parameters, residuals);
  for (let iteration = 0; iteration < MOST_ITERATIONS && damping < DAMPING.most && best > 0; iteration++) {
    if (yield iteration / MOST_ITERATIONS) break;
    const normal = jacobian.transpose().mmul(jacobian);
    for (let i = 0; i < parameters.length; i++) normal.set(i, i, normal.get(i, i) * (1 + damping) + 1e-12);
    const step = solve(normal, jacobian.transpose().mmul(Matrix.columnVector(residuals)));
    const tried = parameters.map((p, i) => Math.min(problem.max[i]!, Math.max(problem.min[i]!, p - step.get(i, 0))));
    const triedResiduals = problem.residuals(tried);
    const triedSum = sum(triedResiduals);
    if (!(triedSum < best)) {
      damping *= DAMPING.up;
      continue;
    }
    const gain = (best - triedSum) / best;
    [parameters, residuals, best, damping] = [tried, triedResiduals, triedSum, damping * DAMPING.down];
    jacobian = jacobianAt(problem, parameters, residuals);
    if (gain < SETTLED) break;
  }
  const free = parameters.flatMap((p, i) => (p > problem.min[i]! && p < problem.max[i]! ? [i] : []));
  return { parameters, sumOfSquares: best, free, inverseNormal: invertNormal(jacobian.transpose().mmul(jacobian), free) };
}

/** Forward differences, or backward where forward would leave the bounds. */
function jacobianAt(
  { difference, max, residuals: at }: LeastSquaresProblem,
  parameters: readonly number[],
  residuals: readonly number[],
): Matrix {
  const columns = parameters.map((p, i) => {
    const by = p + difference[i]! > max[i]! ? -difference[i]! : difference[i]!;
    const moved = at(parameters.with(i, p + by));
    return moved.map((r, k) => (r - residuals[k]!) / by);
  });
  return new Matrix(columns).transpose();
}

function invertNormal(normal: Matrix, free: readonly number[]): Matrix | null {
  const out = Matrix.zeros(normal.rows, normal.columns);
  if (free.length === 0) return out;
  const inner = normal.selection([...free], [...free]);
  const scale = inner.diagonal().map(Math.sqrt);
  if (scale.some((s) => !(s > 0))) return null;
  const scaled = new Matrix(scale.map((si, i) => scale.map((sj, j) => inner.get(i, j) / (si * sj))));
  // parameters that move all points alike, but for a hundred-millionth, cannot be told apart
  if (Math.abs(determinant(scaled)) < 1e-8) return null;
  const inverted = inverse(inner);
  free.forEach((row, i) => free.forEach((column, j) => out.set(row, column, inverted.get(i, j))));
  return out;
}
