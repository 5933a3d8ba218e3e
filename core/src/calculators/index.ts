export { CALCULATORS, CALCULATOR_GROUPS, calculate } from './registry.js';
