export { anyOf, choice, date, flag, list, map, nullable, number, optional, readFields, record, text, time, withDefault } from './field.js';
export type { Field, FieldSpec, Fields, InputOf, ShapeOf } from './field.js';
export { byKind, id, mapOf, pair, points, sha256Hex, textOrNone, timeZone } from './shapes.js';
export { COMMON_PRACTICE, begin, describeFields, runCalculator, takesLong, tex } from './calculator.js';
export type { AnyCalculator, Calculator, LongCalculator, MustStop, Source, Steps } from './calculator.js';
export { fieldSchema, recordSchema } from './json-schema.js';
export { work, workSurely } from './working.js';
export type { Working } from './working.js';
