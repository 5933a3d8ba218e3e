export { integrateStiff } from './rosenbrock.js';
export type { StepTaken, StiffSystem } from './rosenbrock.js';
export { Tridiagonal } from './tridiagonal.js';
