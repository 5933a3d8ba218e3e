import { DETAIL_RULES_VERSION } from '../../build-up/index.js';
import { CALCULATORS } from '../../calculators/index.js';
import { ITEM_KINDS } from '../../jobs/index.js';
import { CORE_VERSION } from '../../planning/index.js';
import { workedCalculator } from './worked-calculator.js';
import { workedItems } from './worked-items.js';
import { workedJob } from './worked-job.js';

/** Raise when other jobs or inputs are made up: what is worked out of them then changes without a change of the core. */
const MADE_UP_VERSION = 2;
const SEEDS = Array.from({ length: 16 }, (_, i) => i + 1);

/** By which formulas, which rules and on which made-up inputs it was worked out. */
export const WORKED_BY = { core: CORE_VERSION, rules: DETAIL_RULES_VERSION, madeUp: MADE_UP_VERSION };

/** Each thing that is worked out, by its name. */
export const WORKED: Readonly<Record<string, () => object>> = Object.fromEntries([
  ...SEEDS.map((seed) => [`job ${seed}`, () => workedJob(seed)] as const),
  ...ITEM_KINDS.map((kind) => [`things: ${kind}`, () => workedItems(kind, 1)] as const),
  ...[...CALCULATORS.keys()].map((id) => [id, () => workedCalculator(id)] as const),
]);

/**
 * What the core works out today of jobs and inputs that are made up by dice, for `docs/formats/worked.json`: nobody changes a figure without
 * seeing it, and the version that plans are released under goes up with it. That a figure is right is shown beside each computation.
 */
export function workedExamples(): object {
  return { by: WORKED_BY, worked: Object.fromEntries(Object.entries(WORKED).map(([name, work]) => [name, work()])) };
}
