export { bucketMl, isProbeSteady, meterDigits, outdoorsAt, probeRhPct, tidalLevelM, weatherAt } from './signals.js';
