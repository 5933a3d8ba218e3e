export {
  DAY_MS,
  FRESH_WATER_KG_M3,
  HOUR_MS,
  KG_PER_LB,
  L_PER_US_GALLON,
  M2_PER_FT2,
  MINUTE_MS,
  PA_PER_PSI,
  STANDARD_GRAVITY,
  ZERO_CELSIUS_K,
} from './constants.js';
export { atMost, ceilDecimal, floorDecimal, roundDecimal } from './decimal.js';
export { hoursAfter, offsetMs, withOffsetOf } from './offset-time.js';
export { fromSystem, toSystem } from './units.js';
export { feetInches, readFeetInches } from './feet-inches.js';
export { WRITTEN_UNITS, fromWritten, isWrittenUnit, startsUnit } from './written-units.js';
export type { UnitSystem } from './units.js';
