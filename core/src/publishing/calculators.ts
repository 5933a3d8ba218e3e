import { recordSchema } from '../fields/index.js';
import { CALCULATORS } from '../calculators/index.js';

/**
 * What every calculator takes, gives and goes by, as plain JSON for whoever calls them from outside: inputs as JSON Schema with
 * their units, outputs with theirs, the law as TeX, where it is from.
 */
export function publishedCalculators(): object {
  return Object.fromEntries(
    [...CALCULATORS].map(([id, { fields, oneOf, outputs, symbols, equation, sources }]) => [
      id,
      {
        inputs: recordSchema(Object.fromEntries(Object.entries(fields).map(([name, { spec }]) => [name, spec]))),
        ...(oneOf ? { exactlyOneOf: oneOf } : {}),
        ...{ outputs, symbols, equation, sources },
      },
    ]),
  );
}
