export { choice, flag, list, nullable, number, optional, readFields, record, time, withDefault } from './field.js';
export type { Field, FieldSpec, Fields, InputOf, NumberLimits } from './field.js';
export { COMMON_PRACTICE, describeFields, runCalculator } from './calculator.js';
export type { Calculator, Source } from './calculator.js';
