import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { LearningSearch } from './learning-search.js';
import type { Bounds } from './schedule-bounds.js';
import { lowerBounds } from './schedule-lower-bound.js';
import type { Schedule, ScheduleModel } from './schedule-model.js';
import { type Weights, compact, weigh } from './schedule-weights.js';

const SEED = 20_240_229;
const EPSILON = 1e-6;

/** How far a search is: its share never reaches 1. */
export interface Progress {
  share: number;
  /** best so far */ schedule: Schedule | null;
  /** no schedule ends earlier */ lowerBoundMin: number;
}

/** What a search ended with. */
export interface Found extends Omit<Progress, 'share'> {
  /** by the makespan alone */ isProven: boolean;
  /** nothing is left to search: without a schedule there is none */ isExhausted: boolean;
}

const STEPS_A_SLICE = 60;
/** While there is no schedule, the bound is worked at in one slice of so many. */
const BOUND_EVERY = 4;
/** Once other weights count, how much longer than the shortest a schedule may be. */
const LOOSE = 1.1;

/**
 * Searches until it is told to stop or nothing better is left, from a schedule that stands already: the makespan first, by a search
 * that learns; where other things are weighed too, longer schedules beside it. Answers each yield with whether to stop.
 * @param root propagated
 * @param first what it answers with until it has one as good; null where whoever asks has an answer of their own
 */
export function* searchSchedules(
  model: ScheduleModel,
  root: Bounds,
  weights: Weights,
  first: Schedule | null,
): Generator<Progress, Found, boolean> {
  const shaped = weights.outOfHours + weights.batches + weights.cost > 0;
  const shortest = new LearningSearch(model, root, { random: xoroshiro128plus(SEED) });
  const bounds = lowerBounds(model, root);
  let lower = bounds.next().value as number;
  let isBounded = false;
  let loose: LearningSearch | null = null;
  let chosen: Schedule | null = null;
  let chosenWeight = Infinity;
  const keep = (schedule: Schedule) => {
    const formed = shaped ? compact(model, schedule, weights) : schedule;
    const weight = weigh(model, formed, weights);
    if (weight < chosenWeight) [chosen, chosenWeight] = [formed, weight];
  };
  if (first) keep(first);
  // one of the search's own that is as good takes its place
  chosenWeight += EPSILON;
  const isProven = () => shortest.isExhausted || (shortest.best !== null && shortest.best.makespanMin <= lower + EPSILON);
  // other weights than the end have no bound to be proven against: those go on until they are stopped
  for (let slice = 0; !isProven() || (shaped && shortest.best !== null); slice++) {
    if (yield { share: 1 - 1 / (1 + slice / 200), schedule: chosen, lowerBoundMin: lower }) break;
    // a plan first; what it is worth is asked as soon as there is one, or now and then while there is none
    if (!isBounded && (shortest.best !== null || slice % BOUND_EVERY === 0)) {
      const next = bounds.next();
      if (next.done) isBounded = true;
      else lower = next.value;
      if (isProven()) continue;
    }
    const of: LearningSearch = shaped && shortest.best !== null && (isProven() || slice % 2 === 0) ? (loose ??= looseFrom()) : shortest;
    const before = of.best;
    of.lowerBoundMin = lower;
    of.advance(STEPS_A_SLICE);
    if (of.best !== null && of.best !== before) keep(of.best);
    if (loose && chosen) loose.lookAround(chosen);
  }
  const schedule = chosen as Schedule | null;
  const { isExhausted, best } = shortest;
  const lowerBoundMin = isExhausted && best ? Math.max(lower, best.makespanMin) : lower;
  return { schedule, lowerBoundMin, isProven: !shaped && isProven(), isExhausted };

  function looseFrom(): LearningSearch {
    const made = new LearningSearch(model, root, { random: xoroshiro128plus(SEED + 1), isLoose: true });
    made.endBefore(LOOSE * shortest.best!.makespanMin);
    return made;
  }
}
