import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
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
import { Bounds, Decisions, type Push } from './schedule-bounds.js';
import { lowerBoundMin } from './schedule-lower-bound.js';
import { type ScheduleModel, buildModel } from './schedule-model.js';
import { chooseRelaxed, handovers } from './schedule-neighbourhood.js';
import { BETTER_BY_MIN, type Schedule, ScheduleSearch } from './schedule-search.js';
import { type Weights, compact, weigh } from './schedule-weights.js';

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
    500,
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
      5000,
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

const FINISH_ONLY: Weights = { finish: 1, outOfHours: 0, batches: 0, cost: 0 };
/** Tasks times grid steps: what the tables of starts may hold. */
const MOST_STARTS = 4_000_000;
const SEED = 20_240_229;
const EPSILON = 1e-6;

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
 * told to stop, it returns the best schedule so far with a lower bound on the makespan. Exact search for small programmes; for
 * larger ones parts of the best schedule are searched anew in turn. Starts lie on whole steps. A task that may be split rests only
 * where its hours pause. `weights` may also count resting minutes (`outOfHours`), fresh starts of a resource (`batches`) and minutes
 * that a resource stands on site (`cost`); then the best found is returned, proven only when the makespan alone is weighed.
 * Refuses unknown or doubled names, empty spans, contradicting limits, and grids too fine. What cannot be scheduled is an answer:
 * not feasible, with the lags or tasks at fault in `conflicts`.
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
    { kind: 'published', title: 'De Reyck & Herroelen 1998, European Journal of Operational Research 111 (branch and bound)' },
    { kind: 'published', title: 'Godard, Laborie & Nuijten 2005, ICAPS (large neighbourhood search)' },
  ],
  timeLimitMs: ({ timeLimitMs }) => timeLimitMs,
  *steps(input) {
    const issues = check(input);
    if (issues.length > 0) return { ok: false, issues };
    const model = buildModel({ ...input, lags: input.lags ?? [] });
    const root = new Bounds(model);
    const conflicts = conflictsAtRoot(model, root);
    if (conflicts.length > 0) return accept(without(conflicts, 0));
    const lower = lowerBoundMin(model, root);
    return accept(yield* search(model, root, lower, input.weights ?? FINISH_ONLY));
  },
};

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
  if ((tasks.length * horizonMin) / stepMin > MOST_STARTS) issues.push(issue('too-fine', 'stepMin', { max: MOST_STARTS }));
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
  if (root.propagate(new Decisions(model.tasks.length), pushes)) return [];
  const stuck = model.tasks.findIndex((_, task) => root.earliest[task]! > root.latest[task]!);
  const chain: Issue[] = [];
  const seen = new Set<number>();
  for (let task = stuck; task >= 0 && !seen.has(task);) {
    seen.add(task);
    const push = pushes[task];
    if (push?.lag) chain.push(issue('lag-leaves-no-time', `lags[${push.lag.index}]`));
    task = push?.by ?? -1;
  }
  return [issue('no-time-left', stuck < 0 ? 'tasks' : `tasks[${stuck}]`), ...chain];
}

const NODES_A_SLICE = 40;
/** Nodes given to a restart before another one is tried. */
const RESTART_NODES = 200;
const NODES_A_NEIGHBOUR = 60;
const MOST_RELAXED = 30;
/** Above it the exact search gets one slice in so many. */
const EXACT_UP_TO_TASKS = 20;
const EXACT_EVERY = 8;
/** Once there is a schedule, a restart gets one slice in so many: it can leave a plateau that no neighbour leaves. */
const RESTART_EVERY = 12;
/** How far above the lower bound a restart must end, as parts of the gap: the nearer, the more the bounds rule out at once. */
const RESTART_TARGETS = [0.02, 0.05, 0.1, 0.2, 0.4, 0.8, 1] as const;

function* search(model: ScheduleModel, root: Bounds, rootLower: number, weights: Weights): Generator<number, ProgrammeAnswer, boolean> {
  const random = xoroshiro128plus(SEED);
  let lower = rootLower;
  const exact = new ScheduleSearch(model, root, model.horizonMin + 1);
  const shaped = weights.outOfHours + weights.batches + weights.cost > 0;
  let shortest: Schedule | null = null;
  let chosen: Schedule | null = null;
  let chosenWeight = Infinity;
  const keep = (schedule: Schedule | null) => {
    if (!schedule) return;
    if (!shortest || schedule.makespanMin < shortest.makespanMin) shortest = schedule;
    const formed = shaped ? compact(model, schedule, weights) : schedule;
    const weight = weigh(model, formed, weights);
    if (weight < chosenWeight) [chosen, chosenWeight] = [formed, weight];
  };
  const best = () => shortest as Schedule | null;
  const done = () => best() !== null && best()!.makespanMin <= lower + EPSILON;
  let exhausted = false;
  let current: Schedule | null = null;
  let restart: ScheduleSearch | null = null;
  let [restartNodes, restartLimit, restartEndMin] = [0, RESTART_NODES, 0];
  const small = model.tasks.length <= EXACT_UP_TO_TASKS;
  // other weights than the end have no bound to be proven against: those go on until they are stopped
  for (let slice = 0; !((exhausted || done()) && !(shaped && best())); slice++) {
    if (yield 1 - 1 / (1 + slice / 200)) break;
    if (!exhausted && (small || best() === null ? slice % 2 === 0 : slice % EXACT_EVERY === 0)) {
      const before = exact.best;
      exhausted = exact.advance(NODES_A_SLICE);
      if (exact.best !== before) keep(exact.best);
      continue;
    }
    if (best() === null || slice % RESTART_EVERY === 0) {
      if (restart === null) {
        const part = RESTART_TARGETS[uniformInt(random, 0, RESTART_TARGETS.length - 1)]!;
        restartEndMin = lower + part * ((best()?.makespanMin ?? model.horizonMin + 1) - lower);
        restart = new ScheduleSearch(model, root, restartEndMin, {
          pick: (choices) => (uniformInt(random, 0, 3) === 0 ? uniformInt(random, 0, choices - 1) : 0),
          first: uniformInt(random, 0, 1) === 0 ? 'in-time' : 'fewest-ways-out',
        });
      }
      const over = restart.advance(NODES_A_SLICE);
      restartNodes += NODES_A_SLICE;
      keep(restart.best);
      // a neighbour of the better one from now on
      if (restart.best === best()) current = null;
      // searched through in vain: nothing ends before it
      if (over && !restart.best) lower = Math.max(lower, restartEndMin - BETTER_BY_MIN);
      if (over || restart.best || restartNodes >= restartLimit) [restart, restartNodes, restartLimit] = [null, 0, restartLimit * 1.1];
    } else {
      const from: Schedule = current ?? best()!;
      const size = uniformInt(random, Math.min(4, model.tasks.length), Math.max(4, Math.min(model.tasks.length, MOST_RELAXED)));
      const fixed = handovers(model, from, chooseRelaxed(model, from, size, random));
      // a schedule that ends at the same time is as good a place to go on from
      const deadline = shaped ? Math.min(model.horizonMin + 1, 1.1 * from.makespanMin) : from.makespanMin + 0.01;
      const neighbour = new ScheduleSearch(model, root, deadline, {
        given: fixed,
        pick: (choices) => (uniformInt(random, 0, 4) === 0 ? uniformInt(random, 0, choices - 1) : 0),
      });
      neighbour.advance(NODES_A_NEIGHBOUR);
      current = neighbour.best ?? current;
      keep(neighbour.best);
    }
    if (best()) exact.tighten(best()!.makespanMin);
  }
  const answer = chosen as Schedule | null;
  if (answer === null) return without([issue(exhausted ? 'proven-impossible' : 'none-found-in-time', 'tasks')], lower);
  return {
    feasible: true,
    tasks: model.tasks.map(({ id }, i) => ({ id, startMin: answer.startsMin[i]!, endMin: answer.endsMin[i]! })),
    makespanMin: answer.makespanMin,
    lowerBoundMin: exhausted ? Math.max(lower, best()!.makespanMin) : lower,
    optimal: !shaped && (exhausted || done()),
    conflicts: [],
  };
}
