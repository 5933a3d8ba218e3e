import {
  type InputOf,
  type LongCalculator,
  choice,
  flag,
  list,
  map,
  number,
  optional,
  record,
  tex,
  text,
  withDefault,
} from '../fields/index.js';
import { type Issue, accept, issue } from '../issues.js';
import { contradictingLags } from './lag-cycle.js';
import { clashOf } from './schedule-clash.js';
import { Bounds, type Push } from './schedule-bounds.js';
import { type ScheduleInput, type ScheduleModel, buildModel, placesKey } from './schedule-model.js';
import { scheduleAtOnce } from './schedule-at-once.js';
import { type Found, searchSchedules } from './schedule-search.js';
import { FINISH_ONLY, type Weights } from './schedule-weights.js';

const minutes = { min: 0, max: 1_000_000 };
const span = record({ fromMin: number('min', minutes), toMin: number('min', minutes) });
const fields = {
  horizonMin: number('min', { above: 0, max: 1_000_000 }),
  stepMin: withDefault(number('min', { above: 0, max: 1440 }), 5),
  resources: list(
    record({ id: text(60), capacity: number('', { min: 1, max: 1000, whole: true }), available: optional(list(span, 5000)) }),
    100,
  ),
  tasks: list(
    record({
      id: text(60),
      durationMin: number('min', minutes),
      uses: map(number('', { min: 0, max: 1000, whole: true }), 100),
      allowed: optional(list(span, 5000)),
      splittable: withDefault(flag(), false),
    }),
    1200,
  ),
  lags: optional(
    list(
      record({
        from: text(60),
        to: text(60),
        kind: choice(['finish-start', 'start-start']),
        minMin: number('min', { min: -1_000_000, max: 1_000_000 }),
        maxMin: optional(number('min', { min: -1_000_000, max: 1_000_000 })),
        ageing: optional(list(number('', { min: 0.001, max: 1000 }), 20_000)),
      }),
      20_000,
      0,
    ),
  ),
  weights: optional(
    record({
      finish: withDefault(number('', { min: 0, max: 1e6 }), 1),
      outOfHours: withDefault(number('', { min: 0, max: 1e6 }), 0),
      batches: withDefault(number('', { min: 0, max: 1e6 }), 0),
      cost: withDefault(number('', { min: 0, max: 1e6 }), 0),
    }),
  ),
  timeLimitMs: withDefault(number('ms', { min: 1, max: 60_000 }), 2000),
};
type Input = InputOf<typeof fields>;

/** Grid steps times different tasks: what the tables of starts may hold. */
const MOST_STARTS = 4_000_000;

export interface ProgrammeAnswer {
  feasible: boolean;
  tasks: { id: string; startMin: number; endMin: number }[];
  /** latest end; null without a schedule */ makespanMin: number | null;
  /** no schedule ends earlier */ lowerBoundMin: number;
  /** proven, by the makespan alone */ optimal: boolean;
  conflicts: Issue[];
}

/**
 * Places tasks in time: minimum and maximum waits between them, shared resources, their hours, each task's allowed times. Anytime:
 * told to stop, it returns the best schedule so far with a lower bound on the makespan. The search learns from its dead ends, and
 * searches parts of the best schedule anew in between. Starts lie on whole steps. A task that may be split rests only
 * where its hours pause. `weights` may also count resting minutes (`outOfHours`), fresh starts of a resource (`batches`) and minutes
 * that a resource stands on site (`cost`); then the best found is returned, proven only when the makespan alone is weighed.
 * Refuses unknown or doubled names, empty spans, contradicting limits, and grids too fine. What cannot be scheduled is an answer:
 * not feasible, with the lags or tasks at fault in `conflicts`: where none is at fault alone, rules that clash with each other (`clashOf`).
 */
export const programme: LongCalculator<typeof fields, ProgrammeAnswer> = {
  id: 'programme',
  fields,
  outputs: { feasible: '', tasks: '', makespanMin: 'min', lowerBoundMin: 'min', optimal: '', conflicts: '' },
  symbols: { makespanMin: 'C_{max}', lowerBoundMin: 'LB' },
  equation: [
    tex`\min C_{max} = \max_i (S_i + p_i)`,
    tex`\delta^{min}_{ij} \le S_j - (S_i + p_i) \le \delta^{max}_{ij} \text{ (or from } S_i\text{)}, \quad \textstyle\sum_{i \text{ active at } t} r_{ik} \le R_k`,
    tex`@lowerBoundMin \le C^{*}_{max} \le @makespanMin`,
  ],
  sources: [
    { kind: 'published', title: 'Neumann, Schwindt & Zimmermann 2003, Project Scheduling with Time Windows and Scarce Resources' },
    { kind: 'published', title: 'Ohrimenko, Stuckey & Codish 2009, Constraints 14 (lazy clause generation)' },
    { kind: 'published', title: 'Schutt, Feydt, Stuckey & Wallace 2011, Constraints 16 (resources with reasons)' },
    { kind: 'published', title: 'Godard, Laborie & Nuijten 2005, ICAPS (large neighbourhood search)' },
  ],
  timeLimitMs: ({ timeLimitMs }) => timeLimitMs,
  *steps(input) {
    const issues = check(input);
    if (issues.length > 0) return { ok: false, issues };
    const whole = { ...input, lags: input.lags ?? [] };
    const model = buildModel(whole);
    const root = new Bounds(model);
    const conflicts = conflictsAtRoot(model, root);
    const answer = conflicts.length > 0 ? without(conflicts, 0) : answerOf(model, yield* search(model, root, input.weights));
    if (answer.feasible || answer.conflicts[0]!.code !== 'proven-impossible') return accept(answer);
    return accept({ ...answer, conflicts: [...answer.conflicts, ...(yield* clash(whole))] });
  },
};

function* search(model: ScheduleModel, root: Bounds, weights: Weights = FINISH_ONLY): Generator<number, Found, boolean> {
  const slices = searchSchedules(model, root, weights, scheduleAtOnce(model, root));
  let next = slices.next(false);
  while (!next.done) next = slices.next(yield next.value.share);
  return next.value;
}

function answerOf(model: ScheduleModel, { schedule, lowerBoundMin, isProven, isExhausted }: Found): ProgrammeAnswer {
  if (schedule === null) return without([issue(isExhausted ? 'proven-impossible' : 'none-found-in-time', 'tasks')], lowerBoundMin);
  return {
    feasible: true,
    tasks: model.tasks.map(({ id }, i) => ({ id, startMin: schedule.startsMin[i]!, endMin: schedule.endsMin[i]! })),
    ...{ makespanMin: schedule.makespanMin, lowerBoundMin, optimal: isProven, conflicts: [] },
  };
}

function* clash(input: ScheduleInput): Generator<number, Issue[], boolean> {
  const trials = clashOf(input);
  let next = trials.next(false);
  while (!next.done) next = trials.next(yield 1);
  return next.value;
}

function without(conflicts: Issue[], lowerBound: number): ProgrammeAnswer {
  return { feasible: false, tasks: [], makespanMin: null, lowerBoundMin: lowerBound, optimal: false, conflicts };
}

function check({ resources, tasks, lags = [], horizonMin, stepMin }: Input): Issue[] {
  const issues: Issue[] = [];
  const capacities = new Map<string, number>();
  const taskIds = new Set<string>();
  const spans = (list: readonly { fromMin: number; toMin: number }[] | undefined, path: string) =>
    list?.forEach(({ fromMin, toMin }, i) => void (toMin <= fromMin && issues.push(issue('to-not-after-from', `${path}[${i}].toMin`))));
  resources.forEach(({ id, capacity, available }, i) => {
    if (capacities.has(id)) issues.push(issue('duplicate-id', `resources[${i}].id`));
    capacities.set(id, capacity);
    spans(available, `resources[${i}].available`);
  });
  tasks.forEach(({ id, uses, allowed }, i) => {
    if (taskIds.has(id)) issues.push(issue('duplicate-id', `tasks[${i}].id`));
    taskIds.add(id);
    spans(allowed, `tasks[${i}].allowed`);
    for (const [name, amount] of Object.entries(uses)) {
      const capacity = capacities.get(name);
      if (capacity === undefined) issues.push(issue('no-such-id', `tasks[${i}].uses.${name}`));
      else if (amount > capacity) issues.push(issue('over-capacity', `tasks[${i}].uses.${name}`, { max: capacity }));
    }
  });
  lags.forEach(({ from, to, minMin, maxMin }, i) => {
    if (!taskIds.has(from)) issues.push(issue('no-such-id', `lags[${i}].from`));
    if (!taskIds.has(to)) issues.push(issue('no-such-id', `lags[${i}].to`));
    if (from === to) issues.push(issue('lag-on-itself', `lags[${i}].to`));
    if (maxMin !== undefined && maxMin < minMin) issues.push(issue('max-below-min', `lags[${i}].maxMin`));
  });
  if ((new Set(tasks.map(placesKey)).size * horizonMin) / stepMin > MOST_STARTS)
    issues.push(issue('too-fine', 'stepMin', { max: MOST_STARTS }));
  return issues;
}

/** What rules a schedule out before any resource is shared; tightens `root` on the way. */
function conflictsAtRoot(model: ScheduleModel, root: Bounds): Issue[] {
  const nowhere = model.tasks.flatMap(({ times }, i) => (times.count === 0 ? [issue('no-time-to-fit', `tasks[${i}]`)] : []));
  if (nowhere.length > 0) return nowhere;
  const cycle = contradictingLags(model);
  if (cycle) return [...new Set(cycle)].map((lag) => issue('lags-contradict', `lags[${lag}]`));
  const pushes: (Push | undefined)[] = [];
  root.markAll();
  if (root.propagate(pushes)) return [];
  const stuck = model.tasks.findIndex((_, task) => root.earliest[task]! > root.latest[task]!);
  // two that exclude each other, and neither order fits: no wait alone is at fault
  if (stuck < 0) return [issue('proven-impossible', 'tasks')];
  const chain: Issue[] = [];
  const seen = new Set<number>();
  for (let task = stuck; task >= 0 && !seen.has(task);) {
    seen.add(task);
    const push = pushes[task];
    if (push?.lag) chain.push(issue('lag-leaves-no-time', `lags[${push.lag.index}]`));
    task = push?.by ?? -1;
  }
  return [issue('no-time-left', `tasks[${stuck}]`), ...chain];
}
