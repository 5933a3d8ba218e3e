import { publishedCalculators } from './calculators.js';
import { publishedFields } from './fields.js';
import { publishedRules } from './rules.js';

export { WORKED, WORKED_BY, workedExamples } from './worked/worked.js';

/** What the core publishes for readers outside, by the name of its file in `docs/formats`. */
export const PUBLISHED: Readonly<Record<string, () => object>> = {
  'calculators.json': publishedCalculators,
  'fields.json': publishedFields,
  'rules.json': publishedRules,
};
