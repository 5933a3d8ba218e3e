export { filmCheck } from './film-check.js';
export { filmMap } from './film-map.js';
export { leakageClass } from './leakage-class.js';
export { pondTest } from './pond-test.js';
export { pullOff } from './pull-off.js';
export { reinspection } from './reinspection.js';
export { tankTest } from './tank-test.js';
