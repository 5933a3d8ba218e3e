import { type AgeClock, PLAIN_TIME, ageClock } from './age-clock.js';
import { type Span, StartTimes, endsWithPauses, endsWithoutPause, intersect, merge } from './start-times.js';

export interface ResourceInput {
  id: string;
  capacity: number;
  available?: readonly Span[] | undefined;
}

export interface TaskInput {
  id: string;
  durationMin: number;
  uses: Readonly<Record<string, number>>;
  allowed?: readonly Span[] | undefined;
  splittable: boolean;
  /** the makespan does not wait for it */ isAside?: boolean;
}

export interface LagInput {
  from: string;
  to: string;
  kind: 'finish-start' | 'start-start';
  minMin: number;
  maxMin?: number | undefined;
  ageing?: readonly number[] | undefined;
}

export interface ScheduleInput {
  horizonMin: number;
  stepMin: number;
  resources: readonly ResourceInput[];
  tasks: readonly TaskInput[];
  lags: readonly LagInput[];
}

export interface Use {
  resource: number;
  amount: number;
}

export interface ModelTask {
  id: string;
  durationMin: number;
  uses: readonly Use[];
  times: StartTimes;
  /** where it works between start and end: null when it never rests */ working: readonly Span[] | null;
  /** the makespan does not wait for it */ isAside: boolean;
}

/** A wait between two tasks by index, measured on a clock; it holds from the end, or the start, of `from` to the start of `to`. */
export interface ModelLag {
  index: number;
  from: number;
  to: number;
  fromEnd: boolean;
  min: number;
  /** null when there is no latest time */ max: number | null;
  clock: AgeClock;
}

export interface ScheduleModel {
  horizonMin: number;
  capacities: readonly number[];
  /** when each resource works; null when always */ availability: readonly (readonly Span[] | null)[];
  tasks: readonly ModelTask[];
  lags: readonly ModelLag[];
  /** lags by the task they start from and lead to */ lagsFrom: readonly (readonly ModelLag[])[];
  lagsTo: readonly (readonly ModelLag[])[];
  /** which tasks ask how much of each resource */ usersOf: readonly (readonly { task: number; amount: number }[])[];
  /** for each task those that no resource can hold beside it: one must end before the other starts */ rivalsOf: readonly (readonly number[])[];
}

/** When each task of a model starts and ends. */
export interface Schedule {
  startsMin: number[];
  endsMin: number[];
  makespanMin: number;
}

/** Latest end of all but what is done aside. */
export function makespanOf({ tasks }: ScheduleModel, endsMin: readonly number[]): number {
  return endsMin.reduce((latest, endMin, task) => (tasks[task]!.isAside ? latest : Math.max(latest, endMin)), 0);
}

/** Makes a checked input ready for the search: starts by calendar, lags on their clocks, pairs that exclude each other. */
export function buildModel(input: ScheduleInput): ScheduleModel {
  const { resources, horizonMin } = input;
  const indexOf = new Map(resources.map(({ id }, i) => [id, i]));
  const known = new Map<string, { times: StartTimes; working: readonly Span[] | null }>();
  const whole: Span[] = [{ fromMin: 0, toMin: horizonMin }];
  const tasks = input.tasks.map(({ id, durationMin, uses, allowed, splittable, isAside = false }): ModelTask => {
    const used = Object.entries(uses).flatMap(([name, amount]) => (amount > 0 ? [{ resource: indexOf.get(name)!, amount }] : []));
    const key = placesKey({ durationMin, uses, allowed, splittable });
    const place = known.get(key) ?? placesFor(calendarsOf(used, allowed, resources, whole), { durationMin, splittable }, input);
    known.set(key, place);
    return { id, durationMin, uses: used, ...place, isAside };
  });
  const taskIndex = new Map(tasks.map(({ id }, i) => [id, i]));
  const lags = input.lags.map(({ from, to, kind, minMin, maxMin, ageing }, index): ModelLag => ({
    index,
    from: taskIndex.get(from)!,
    to: taskIndex.get(to)!,
    fromEnd: kind === 'finish-start',
    min: minMin,
    max: maxMin ?? null,
    clock: ageing ? ageClock(ageing) : PLAIN_TIME,
  }));
  const availability = resources.map(({ available }) => (available ? merge(available) : null));
  return {
    horizonMin,
    capacities: resources.map(({ capacity }) => capacity),
    availability,
    tasks,
    lags,
    lagsFrom: tasks.map((_, i) => lags.filter(({ from }) => from === i)),
    lagsTo: tasks.map((_, i) => lags.filter(({ to }) => to === i)),
    usersOf: resources.map((_, resource) =>
      tasks.flatMap(({ uses }, task) => uses.filter((use) => use.resource === resource).map(({ amount }) => ({ task, amount }))),
    ),
    rivalsOf: rivals(tasks, resources, availability),
  };
}

/** Tasks with the same key may start at the same times. */
export function placesKey({ durationMin, uses, allowed, splittable }: Omit<TaskInput, 'id' | 'isAside'>): string {
  const used = Object.keys(uses).filter((name) => uses[name]! > 0);
  return JSON.stringify([durationMin, used.sort(), allowed, splittable]);
}

/** The calendars a task lives in: one for each resource that has one, its own, and the horizon. */
function calendarsOf(
  used: readonly Use[],
  allowed: readonly Span[] | undefined,
  resources: readonly ResourceInput[],
  whole: readonly Span[],
): (readonly Span[])[] {
  const calendars: (readonly Span[])[] = [whole];
  for (const { resource } of used) {
    const available = resources[resource]!.available;
    if (available) calendars.push(available);
  }
  if (allowed) calendars.push(allowed);
  return calendars;
}

function placesFor(
  calendars: readonly (readonly Span[])[],
  { durationMin, splittable }: { durationMin: number; splittable: boolean },
  { stepMin, horizonMin }: Pick<ScheduleInput, 'stepMin' | 'horizonMin'>,
) {
  const slots = Math.floor(horizonMin / stepMin) + 1;
  if (!splittable) return { times: new StartTimes(stepMin, slots, endsWithoutPause(calendars, durationMin), durationMin), working: null };
  const working = calendars.map(merge).reduce(intersect);
  return { times: new StartTimes(stepMin, slots, endsWithPauses(working, durationMin)), working };
}

/**
 * Two tasks that together ask more than a resource has. A task that rests while the resource goes on working could let the
 * other in between; such a pair is left to the search, which looks at each moment.
 */
function rivals(
  tasks: readonly ModelTask[],
  resources: readonly ResourceInput[],
  availability: readonly (readonly Span[] | null)[],
): number[][] {
  const exclude = (a: ModelTask, b: ModelTask) =>
    a.durationMin > 0 &&
    b.durationMin > 0 &&
    a.uses.some(({ resource, amount }) => {
      const other = b.uses.find((use) => use.resource === resource);
      const overfull = other !== undefined && amount + other.amount > resources[resource]!.capacity;
      return overfull && holds(a, availability[resource]!) && holds(b, availability[resource]!);
    });
  return tasks.map((a) => tasks.flatMap((b, j) => (a !== b && exclude(a, b) ? [j] : [])));
}

/** Whether a task, once begun, keeps the resource for all the time that the resource works. */
export function holds({ working }: ModelTask, available: readonly Span[] | null): boolean {
  const rests = (working ?? []).slice(1).map(({ fromMin }, i) => ({ fromMin: working![i]!.toMin, toMin: fromMin }));
  return rests.length === 0 || (available !== null && intersect(rests, available).length === 0);
}
