export { EXAMPLES } from './examples.js';
export { CALCULATORS, CALCULATOR_GROUPS, calculate } from './registry.js';
