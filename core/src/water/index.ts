export { crackFlow } from './crack-flow.js';
export { faceLoad } from './face-load.js';
export { hydrostaticHead } from './hydrostatic-head.js';
export { pressureRating } from './pressure-rating.js';
export type { PressureRating, PressureRatingReason } from './pressure-rating.js';
export { selfHealingLimit } from './self-healing-limit.js';
export { slabUplift } from './slab-uplift.js';
export { lowestPoint, waterOn } from './loads.js';
export type { WaterOnFace } from './loads.js';
