import {
  type Interval,
  type Programme,
  type Task,
  type TaskSetting,
  type TemperatureAt,
  type Wait,
  hourlyNearest,
  betterProgramme,
  forwardPass,
  longestPieceH,
  pausesFrom,
  recoatWindow,
  shiftsFrom,
  together,
  weekOf,
} from '../programme/index.js';
import type { MachineKind, WorkWeek } from '../jobs/index.js';
import type { SiteState } from '../site-log/index.js';
import { type InRoom, ROOM_PHASES } from './room-order.js';
import { type ClosedHours, kept } from './closed-hours.js';
import { EACH_GANG_HAS, RUNS_ALONE } from './machines.js';
import type { WorkItem } from './work-items.js';
import { type Working, workSurely } from '../fields/index.js';
import { HOUR_MS } from '../quantities/index.js';

/** One crew at a large job is there for most of a year. */
const HORIZON_DAYS = 400;

const roomOf = ({ spaceId, phase, isFloor, isDusty, freshH, referenceC = 20 }: InRoom): Task['room'] => ({
  id: spaceId,
  phase: ROOM_PHASES.indexOf(phase),
  isFloor,
  isDusty: isDusty ?? phase === 'clear',
  ...(freshH === undefined ? {} : { fresh: { h: freshH, referenceC } }),
});

/** Whether work may rest over a night: a coat is laid wet in wet, and a plug does not wait. */
export const isSplittable = (step: WorkItem['step']): boolean => !step.startsWith('coat-') && step !== 'plug';

/** What a job's work is placed by. */
export interface PlacingOptions {
  nowMs: number;
  timeZone: string;
  /** when it is worked, where that is not the usual week */ week?: WorkWeek;
  /** of walls that nobody measured */ temperatureC: number;
  /** by face, as measured */ wallsC?: ReadonlyMap<string, readonly TemperatureAt[]>;
  /** by work item, who it was given to */ people?: ReadonlyMap<string, string>;
  /** how many there are of each machine, for several gangs and for what runs on at a face that was left; of what is not named gangs have one */ machines?: Partial<
    Record<MachineKind, number>
  >;
  /** by work item, hours in which nobody can be at it */ closed?: ReadonlyMap<string, readonly ClosedHours[]>;
  /** days on which nobody works, YYYY-MM-DD */ holidays?: readonly string[];
  /** by work item, where a programme was kept */ kept?: ReadonlyMap<string, NonNullable<Task['kept']>>;
}

/** Places the work items in time from now on; what the log says is done or running stands where it really was. */
export function programmeJob(workItems: readonly WorkItem[], site: Pick<SiteState, 'done'>, options: PlacingOptions): Programme {
  return forwardPass(tasksOf(workItems, site, options), settingOf(options));
}

/** Places the same work again and again, by other starts to keep each time: what does not depend on them is worked out once. */
export function placingAnew(
  workItems: readonly WorkItem[],
  site: Pick<SiteState, 'done'>,
  options: PlacingOptions,
): (kept: NonNullable<PlacingOptions['kept']>) => Programme {
  const setting = settingOf(options);
  const { kept: _, ...unkept } = options;
  const tasks = tasksOf(workItems, site, unkept);
  return (starts) =>
    forwardPass(
      tasks.map((task) => {
        const own = starts.get(task.id);
        return own ? { ...task, kept: own } : task;
      }),
      setting,
    );
}

/** Looks for a better programme than `programmeJob` makes of the same, as `betterProgramme` does; what was kept counts only where it is pinned. */
export function betterProgrammeJob(
  workItems: readonly WorkItem[],
  site: Pick<SiteState, 'done'>,
  options: PlacingOptions,
): ReturnType<typeof betterProgramme> {
  const pinned = new Map([...(options.kept ?? [])].filter(([, { isPinned }]) => isPinned));
  const tasks = tasksOf(workItems, site, { ...options, kept: pinned });
  const setting = settingOf(options);
  return betterProgramme(tasks, setting, forwardPass(tasks, setting));
}

function settingOf({ nowMs, temperatureC, wallsC, machines = {}, ...when }: PlacingOptions): TaskSetting {
  const week = weekOf(when);
  const shared = Object.entries(machines).map(([kind, count]): [string, number] => [machineName(kind), count]);
  return {
    nowMs,
    shifts: shiftsFrom(nowMs, week, HORIZON_DAYS),
    ...(week.gangs > 1 ? { gangs: week.gangs } : {}),
    ...(shared.length > 0 ? { shared: new Map(shared) } : {}),
    temperaturesC: [temperatureC],
    temperaturesFromMs: nowMs,
    ...(wallsC ? { temperaturesOfChain: wallsC } : {}),
  };
}

function tasksOf(
  workItems: readonly WorkItem[],
  site: Pick<SiteState, 'done'>,
  { kept: promised, closed, people, machines = {}, ...when }: PlacingOptions,
): Task[] {
  const week = weekOf(when);
  const barredBy = barsBeside(pausesFrom(when.nowMs, week, HORIZON_DAYS), longestPieceH(week));
  return workItems.map<Task>((item) => {
    const done = site.done.get(item.id);
    const start = promised?.get(item.id);
    const barred = barredBy(item, closed?.get(item.id));
    const heldToEnd = heldOf(item, machines);
    const needs = week.gangs > 1 ? needsOf(item, people?.get(item.id), machines) : heldToEnd;
    return {
      id: item.id,
      chain: item.faceId,
      ...(item.zone ? { zone: item.zone.no } : {}),
      durationMs: item.durationMin * 60_000,
      splittable: isSplittable(item.step),
      waits: item.waits,
      ...(item.restH === undefined ? {} : { restMs: item.restH * HOUR_MS }),
      ...(item.room ? { room: roomOf(item.room) } : {}),
      ...(item.notBefore === undefined ? {} : { notBeforeMs: Date.parse(item.notBefore) }),
      ...(barred ? { barred } : {}),
      ...(needs.length > 0 ? { needs } : {}),
      ...(heldToEnd.length > 0 ? { heldToEnd } : {}),
      ...(start ? { kept: start } : {}),
      actual:
        done?.startedAt === undefined && done?.finishedAt === undefined
          ? undefined
          : {
              startMs: done.startedAt ?? done.firstLaidAt!,
              endMs: done.finishedAt,
              firstLaidMs: done.firstLaidAt,
              lastLaidMs: done.lastLaidAt,
            },
    };
  });
}

/**
 * What bars a piece of work, closed hours and pauses together. What is laid in one go and longer than any time between two pauses goes
 * on through them: the people take turns.
 */
function barsBeside(pauses: readonly Interval[], longestH: number) {
  const none: readonly ClosedHours[] = [];
  const [whole, besides] = [new Map<readonly ClosedHours[], Interval[]>(), new Map<readonly ClosedHours[], Interval[]>()];
  return ({ step, durationMin }: WorkItem, hours = none): Interval[] | undefined => {
    const goesThrough = pauses.length === 0 || (!isSplittable(step) && durationMin > longestH * 60);
    if (goesThrough && hours === none) return undefined;
    return kept(goesThrough ? whole : besides, hours, () => together(goesThrough ? hours : [...hours, ...pauses]));
  };
}

const machineName = (kind: string): string => `machine ${kind}`;

/** What two gangs cannot have at once. */
const needsOf = ({ machines = [] }: WorkItem, person: string | undefined, owned: NonNullable<PlacingOptions['machines']>): string[] => [
  ...machines.filter((kind) => owned[kind] !== undefined || !EACH_GANG_HAS.has(kind)).map(machineName),
  ...(person === undefined ? [] : [`person ${person}`]),
];

/** What goes on running at a face that the gang has left is missing elsewhere; of what the house does not list nothing is known. */
const heldOf = ({ machines = [], restH = 0 }: WorkItem, owned: NonNullable<PlacingOptions['machines']>): string[] =>
  restH > 0 ? machines.filter((kind) => RUNS_ALONE.has(kind) && (owned[kind] ?? 0) > 0).map(machineName) : [];

export interface WindowWorkings {
  opens: Working;
  /** none where the product sets no latest time */ closes?: Working;
}

/**
 * The calculation behind the ends of a work item's window: it opens from the last square metre of the work before and closes
 * from its first. Of several waits the one that opens last. Undefined where nothing has to be waited for.
 */
export function windowWorkings(
  item: WorkItem,
  programme: Programme,
  site: Pick<SiteState, 'done'>,
  /** of its wall, in order of time, one at least */ history: readonly TemperatureAt[],
): WindowWorkings | undefined {
  const candidates = item.waits.flatMap((wait) => {
    const before = programme.tasks.find((task) => task.id === wait.taskId);
    const done = site.done.get(wait.taskId);
    const lastMs = done?.lastLaidAt ?? before?.endMs;
    const firstMs = wait.atOnce ? lastMs : (done?.firstLaidAt ?? before?.startMs);
    return before ? [workingsOf(wait, firstMs!, lastMs!, history)] : [];
  });
  return candidates.sort((a, b) => Date.parse(b.opens.output.opensAt) - Date.parse(a.opens.output.opensAt))[0];
}

function workingsOf({ minH, maxH, referenceC }: Wait, firstMs: number, lastMs: number, history: readonly TemperatureAt[]) {
  const from = (ms: number, latestH: number | null, hourlyC: readonly number[]) =>
    workSurely(recoatWindow, {
      minH,
      maxH: latestH,
      referenceC,
      temperatureC: hourlyC.length === 1 ? hourlyC[0] : undefined,
      startedAt: new Date(ms).toISOString(),
      temperatures: hourlyC.length === 1 ? undefined : [...hourlyC],
      q10: undefined,
      activationK: undefined,
    });
  const closesBy = (hourlyC: readonly number[]) => hourlyC.map((each) => Math.max(each, referenceC));
  // it opens by the wall as it is, and closes no later than the sheet's own hours
  return {
    opens: from(lastMs, null, hourlyNearest(history, lastMs)),
    closes: maxH === null ? undefined : from(firstMs, maxH, closesBy(hourlyNearest(history, firstMs))),
  };
}
