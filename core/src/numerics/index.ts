export { solvePositive, solveWithDiagonal } from './cholesky.js';
export { normalCdf, studentQuantile } from './distributions.js';
export { Kriging } from './kriging.js';
export { leastSquares } from './least-squares.js';
export { integrateStiff } from './rosenbrock.js';
export type { StiffSystem } from './rosenbrock.js';
export { Tridiagonal } from './tridiagonal.js';
export { fitVariogram } from './variogram.js';
export type { Place, Variogram } from './variogram.js';
