export { leakRate } from './leak-rate.js';
export { PROBE_DEPTH, moistureTestPlan } from './moisture-test-plan.js';
export { moistureVerdict } from './moisture-verdict.js';
export { vapourEmission } from './vapour-emission.js';
