export { DOUBLES_PER_TEN, ageRate, hoursToAge } from './ageing.js';
export type { AgeingLaw } from './ageing.js';
export { dewPoint } from './dew-point.js';
export type { DewPoint } from './dew-point.js';
export { headAt, pressureKPa } from './hydrostatics.js';
