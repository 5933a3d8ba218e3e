import { MINUTE_MS } from '../quantities/index.js';
import type { Issue } from '../issues.js';
import { betterOf } from './better-of.js';
import type { Clash, Proposal } from './proposal.js';
import { Bounds } from './schedule-bounds.js';
import { cannotBe, clashOf } from './schedule-clash.js';
import { pullForward } from './schedule-forward.js';
import { type Schedule, type ScheduleInput, buildModel } from './schedule-model.js';
import { searchSchedules } from './schedule-search.js';
import { FINISH_ONLY } from './schedule-weights.js';
import { type Situation, type TaskModel, modelOfTasks } from './task-model.js';
import { windowOf } from './task-windows.js';
import type { Conflict, PlacedTask, Programme, Task, TaskSetting } from './task.js';
import { Units } from './units.js';
import { WallAges } from './wall-ages.js';
import { workBound } from './work-bound.js';

const DAY_MIN = 24 * 60;
/** What is told apart of times that were worked out in minutes. */
const EARLY_MS = 1000;
/** Room behind the last end, where nothing yet fits: for windows that must wait for a Monday. */
const SLACK_DAYS = 21;

/**
 * Looks for a programme that ends earlier, or keeps a window that `first` missed, over all tasks at once. Yields how far it is and the
 * best so far whenever it is told to go on, `first` until there is a better; told to stop, it answers with that. Undefined where nothing
 * is to be placed.
 * @param first how `forwardPass` placed the same tasks
 */
export function* betterAtOnce(
  tasks: readonly Task[],
  setting: TaskSetting,
  first: Programme,
): Generator<{ share: number; proposal: Proposal }, Proposal | undefined, boolean> {
  const planned = first.tasks.filter(({ state }) => state === 'planned');
  const endMs = Math.max(...first.tasks.map((task) => task.endMs));
  if (planned.length === 0 || !Number.isFinite(endMs)) return undefined;
  const slackDays = first.conflicts.length > 0 ? SLACK_DAYS : 1;
  const horizonMs = endMs + slackDays * DAY_MIN * MINUTE_MS;
  const situation: Situation = { tasks, setting, placed: first };
  const clash: Clash[] = [];
  const givenUp = new Set<string>();
  const take = (more: readonly Clash[]): boolean => {
    clash.push(...more.filter(({ taskId, code }) => !clash.some((each) => each.taskId === taskId && each.code === code)));
    const hopeless = more.flatMap(({ taskId }) => (taskId === undefined || givenUp.has(taskId) ? [] : [taskId]));
    for (const id of hopeless) givenUp.add(id);
    return hopeless.length > 0;
  };
  const asPassed: Proposal = {
    programme: first,
    lowerBoundMs: workBound(tasks, setting, first),
    isProven: false,
    isImpossible: false,
    clash,
  };
  const chains = new Map(tasks.map(({ id, chain }) => [id, chain]));
  const missed = new Set(first.conflicts.map(({ taskId }) => chains.get(taskId)!));
  for (const chain of missed) {
    // what a face cannot keep with the crew to itself it cannot keep beside others; alone it is soon proven
    const alone = ofChain(situation, chain);
    for (;;) {
      const model = modelOfTasks(alone, horizonMs, givenUp);
      const isImpossible = yield* trial(cannotBe(model.input), asPassed);
      if (isImpossible === null) return asPassed;
      if (!isImpossible) break;
      const found = yield* clashIn(model, asPassed);
      if (found === null) return asPassed;
      if (!take(found)) break;
    }
  }
  // what cannot be kept whatever is done is given up and told, so that the rest is placed as well as it can be
  for (;;) {
    const model = modelOfTasks(situation, horizonMs, givenUp);
    const found = yield* searchModel(situation, model, clash);
    if (!found.isImpossible) return found;
    if (planned.length <= MOST_FILTERED) {
      const more = yield* clashIn(model, asPassed);
      if (more === null) return asPassed;
      if (!take(more)) return { ...found, clash };
      continue;
    }
    // of many it is not asked which of them clash: all that the pass missed are given up, and told as missed
    const left = first.conflicts.flatMap(({ taskId }) => (givenUp.has(taskId) ? [] : [taskId]));
    if (left.length === 0) return { ...found, clash };
    for (const id of left) givenUp.add(id);
  }
}

/** Of more tasks than these it takes too long to find out which of their rules clash. */
const MOST_FILTERED = 200;

/** The tasks of one chain, as if there were no others. */
function ofChain({ tasks, setting, placed }: Situation, chain: string): Situation {
  const own = tasks.filter((task) => task.chain === chain);
  const ids = new Set(own.map(({ id }) => id));
  const conflicts = placed.conflicts.filter(({ taskId }) => ids.has(taskId));
  return { tasks: own, setting, placed: { tasks: placed.tasks.filter(({ id }) => ids.has(id)), conflicts } };
}

/** Goes through a trial, telling meanwhile what there is so far; null where it was told to stop before the end. */
function* trial<T>(steps: Generator<void, T, boolean>, so: Proposal): Generator<{ share: number; proposal: Proposal }, T | null, boolean> {
  let next = steps.next(false);
  while (!next.done) {
    if (yield { share: 0, proposal: so }) return null;
    next = steps.next(false);
  }
  return next.value;
}

/** Whether a search is over for want of any programme is told by `isImpossible`. */
function* searchModel(
  situation: Situation,
  model: TaskModel,
  clash: readonly Clash[],
): Generator<{ share: number; proposal: Proposal }, Proposal, boolean> {
  const schedules = buildModel(model.input);
  const root = new Bounds(schedules);
  root.markAll();
  const none: Proposal = { programme: null, lowerBoundMs: situation.setting.nowMs, isProven: false, isImpossible: true, clash };
  if (schedules.tasks.some(({ times }) => times.count === 0) || !root.propagate()) return none;
  const slices = searchSchedules(schedules, root, FINISH_ONLY, null);
  let shown: { of: Schedule | null; programme: Programme } = { of: null, programme: situation.placed };
  const proposalOf = (schedule: Schedule | null, lowerBoundMin: number): Proposal => {
    if (schedule && schedule !== shown.of)
      shown = { of: schedule, programme: betterOf(situation.placed, programmeOf(situation, model, pullForward(schedules, schedule))) };
    const lowerBoundMs = model.fromMs + lowerBoundMin * MINUTE_MS;
    return { programme: shown.programme, lowerBoundMs, isProven: false, isImpossible: false, clash };
  };
  let next = slices.next(false);
  while (!next.done) {
    const { share, schedule, lowerBoundMin } = next.value;
    next = slices.next(yield { share, proposal: proposalOf(schedule, lowerBoundMin) });
  }
  const { schedule, lowerBoundMin, isProven, isExhausted } = next.value;
  if (schedule === null && isExhausted) return none;
  return { ...proposalOf(schedule, lowerBoundMin), isProven };
}

/** Null where it was told to stop before it knew. */
function* clashIn({ input, places }: TaskModel, so: Proposal): Generator<{ share: number; proposal: Proposal }, Clash[] | null, boolean> {
  const found = yield* trial(clashOf(input), so);
  if (found === null) return null;
  const ids = new Map([...places].map(([id, place]) => [place, id]));
  return found.flatMap((each) => nameOf(each, input, ids));
}

/** What of a clash the trade has a name for: the milestones and fresh floors of the model stand for waits that are told elsewhere. */
function nameOf({ code, path }: Issue, input: ScheduleInput, ids: ReadonlyMap<number, string>): Clash[] {
  const place = Number(/\[(\d+)\]/.exec(path)![1]);
  if (code === 'clashes-latest') {
    const to = input.tasks.findIndex(({ id }) => id === input.lags[place]!.to);
    const taskId = ids.get(to);
    return taskId === undefined ? [] : [{ code, taskId }];
  }
  return (code === 'clashes-hours' || code === 'clashes-capacity') && place === 0 ? [{ code }] : [];
}

function programmeOf({ tasks, setting, placed: first }: Situation, model: TaskModel, schedule: Schedule): Programme {
  const ages = new WallAges(setting);
  const taskOf = new Map(tasks.map((task) => [task.id, task]));
  const lain = new Map(
    first.tasks.map((placed): [string, PlacedTask] => {
      const place = model.places.get(placed.id);
      if (place === undefined) return [placed.id, placed];
      const [startMs, leftMs] = [schedule.startsMin[place]!, schedule.endsMin[place]!].map((min) => model.fromMs + min * MINUTE_MS);
      const endMs = leftMs! + (taskOf.get(placed.id)!.restMs ?? 0);
      return [placed.id, { id: placed.id, chain: placed.chain, startMs: startMs!, endMs, state: 'planned' }];
    }),
  );
  const conflicts: Conflict[] = [];
  const gangs = gangsOf(tasks, [...lain.values()], setting);
  for (const [id, gang] of gangs) lain.set(id, { ...lain.get(id)!, gang });
  for (const [id, placed] of lain) {
    if (placed.state !== 'planned') continue;
    const task = taskOf.get(id)!;
    const window = windowOf(task, { ages, taskOf: (each) => taskOf.get(each), lainOf: (each) => lain.get(each) });
    lain.set(id, { ...placed, ...(window ? { window } : {}) });
    const late = (code: Conflict['code'], dueMs: number) =>
      placed.startMs > dueMs + EARLY_MS && conflicts.push({ code, taskId: id, lateMs: placed.startMs - dueMs });
    if (window?.closesMs != null) late('window-missed', window.closesMs);
    if (task.kept?.isPinned) late('pin-missed', task.kept.startMs);
  }
  return { tasks: first.tasks.map(({ id }) => lain.get(id)!), conflicts };
}

/** Which of several gangs is at which task: in the order in which they begin, rather who was on the face before. */
function gangsOf(tasks: readonly Task[], lain: readonly PlacedTask[], { gangs = 1, nowMs }: TaskSetting): Map<string, number> {
  if (gangs === 1) return new Map();
  const taskOf = new Map(tasks.map((task) => [task.id, task]));
  const units = new Units(gangs, 0);
  return new Map(
    lain
      .map(({ id, chain, startMs, endMs }) => ({ id, chain, startMs, leftMs: endMs - (taskOf.get(id)!.restMs ?? 0) }))
      .filter(({ id, leftMs }) => taskOf.get(id)!.durationMs > 0 && leftMs > nowMs)
      .sort((a, b) => a.startMs - b.startMs)
      .map(({ id, chain, startMs, leftMs }) => [id, units.take(chain, startMs, leftMs)]),
  );
}
