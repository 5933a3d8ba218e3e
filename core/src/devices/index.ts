export { bucketMl, isProbeSteady, meterDigits, probeRhPct, tidalLevelM, weatherAt } from './signals.js';
