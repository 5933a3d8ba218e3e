export { CALCULATORS, calculate } from './registry.js';
