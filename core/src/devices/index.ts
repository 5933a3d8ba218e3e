export {
  bucketMl,
  isProbeSteady,
  meterDigits,
  outdoorsAt,
  pondAt,
  probeRhPct,
  pullN,
  tidalLevelM,
  usualOutdoors,
  weatherAt,
} from './signals.js';
