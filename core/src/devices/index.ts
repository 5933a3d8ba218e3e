export { STEADY_PCT, bucketMl, isProbeSteady, meterDigits, probeRhPct, tidalLevelM, weatherAt } from './signals.js';
export type { Weather } from './signals.js';
