export { bucketMl, isProbeSteady, meterDigits, outdoorsAt, pondAt, probeRhPct, pullN, tidalLevelM, weatherAt } from './signals.js';
