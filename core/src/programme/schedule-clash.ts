import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { type Issue, issue } from '../issues.js';
import { LearningSearch } from './learning-search.js';
import { Bounds } from './schedule-bounds.js';
import { type ScheduleInput, buildModel } from './schedule-model.js';

/** What may be asked of one trial before it is left undecided. */
const MOST_STEPS = 3000;
const STEPS_A_SLICE = 60;
const SEED = 7;

/** One rule that could be given up: what it is called in an answer, and the programme without it. */
interface Rule {
  found: Issue;
  without(input: ScheduleInput): ScheduleInput;
}

/**
 * Of the rules of a programme that cannot be kept, some that cannot be kept together: without any one of them there is a schedule, or
 * none was ruled out in the steps that a trial is given (deletion filter, Chinneck & Dravnieks 1991, ORSA Journal on Computing 3).
 * Latest waits, capacities, hours and allowed times are tried, in this order; least waits and durations stand. Yields after each trial.
 */
export function* clashOf(input: ScheduleInput): Generator<void, Issue[], boolean> {
  let left = input;
  const clash: Issue[] = [];
  for (const rule of rulesOf(input)) {
    const trial = rule.without(left);
    const isImpossible = yield* cannotBe(trial);
    if (isImpossible === null) return [...clash];
    if (isImpossible) left = trial;
    else clash.push(rule.found);
  }
  return clash;
}

/** Whether a programme is proven to have no schedule; null when told to stop. */
export function* cannotBe(input: ScheduleInput): Generator<void, boolean | null, boolean> {
  // each trial of a large one takes a while: whoever asked may have had enough
  if (yield) return null;
  const model = buildModel(input);
  if (model.tasks.some(({ times }) => times.count === 0)) return true;
  const root = new Bounds(model);
  root.markAll();
  if (!root.propagate()) return true;
  const search = new LearningSearch(model, root, { random: xoroshiro128plus(SEED) });
  for (let steps = 0; steps < MOST_STEPS && search.best === null && !search.isExhausted; steps += STEPS_A_SLICE) {
    if (yield) return null;
    search.advance(STEPS_A_SLICE);
  }
  return search.best === null && search.isExhausted;
}

function rulesOf({ lags, resources, tasks }: ScheduleInput): Rule[] {
  const asMany = tasks.length + 1;
  return [
    ...lags.flatMap(({ maxMin }, i): Rule[] =>
      maxMin === undefined
        ? []
        : [
            {
              found: issue('clashes-latest', `lags[${i}]`),
              without: (input) => ({ ...input, lags: input.lags.with(i, { ...input.lags[i]!, maxMin: undefined }) }),
            },
          ],
    ),
    ...resources.map(({ capacity }, i): Rule => ({
      found: issue('clashes-capacity', `resources[${i}]`),
      without: (input) => ({ ...input, resources: input.resources.with(i, { ...input.resources[i]!, capacity: capacity * asMany }) }),
    })),
    ...resources.flatMap(({ available }, i): Rule[] =>
      available === undefined
        ? []
        : [
            {
              found: issue('clashes-hours', `resources[${i}]`),
              without: (input) => ({ ...input, resources: input.resources.with(i, { ...input.resources[i]!, available: undefined }) }),
            },
          ],
    ),
    ...tasks.flatMap(({ allowed }, i): Rule[] =>
      allowed === undefined
        ? []
        : [
            {
              found: issue('clashes-allowed', `tasks[${i}]`),
              without: (input) => ({ ...input, tasks: input.tasks.with(i, { ...input.tasks[i]!, allowed: undefined }) }),
            },
          ],
    ),
  ];
}
