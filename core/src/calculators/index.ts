export { EXAMPLES } from './examples.js';
export { publishedCalculators } from './published.js';
export { CALCULATORS, CALCULATOR_GROUPS, calculate } from './registry.js';
