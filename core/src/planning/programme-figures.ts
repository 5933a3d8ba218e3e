import { type Interval, type Programme, mistRounds, shiftsFrom, weekOf } from '../programme/index.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';
import type { PlacingOptions } from './programme-job.js';
import type { WorkItem } from './work-items.js';

/** What a programme comes to, so that two can be held side by side. */
export interface ProgrammeFigures {
  /** when all of it is over; null where something finds no place */ endMs: number | null;
  /** windows and pins that are missed */ missed: number;
  /** rounds of mist outside the hours of the crew */ roundsAtRest: number;
  /** those of them that nobody is named for */ roundsUnnamed: number;
  /** days on which anybody comes from now on, and the hours of each gang on them, whole days paid whole */ daysOnSite: number;
  hoursOnSite: number;
}

/** Whoever comes for a round out of hours is paid so long; common practice, no source. */
const ROUND_H = 1;

/** What the people of a programme cost, minor units: whole days of the crew, and an hour of one for each round out of its hours. */
export function labourMinor(
  { hoursOnSite, roundsAtRest }: Pick<ProgrammeFigures, 'hoursOnSite' | 'roundsAtRest'>,
  people: number,
  labourMinorPerH: number,
): number {
  return (hoursOnSite * people + roundsAtRest * ROUND_H) * labourMinorPerH;
}

/** @param programme of these work items, placed by these options */
export function programmeFigures(
  { tasks, conflicts }: Programme,
  workItems: readonly WorkItem[],
  {
    personOf = () => undefined,
    ...options
  }: Pick<PlacingOptions, 'nowMs' | 'timeZone' | 'week' | 'holidays'> & {
    personOf?(workItemId: string): string | undefined;
  },
): ProgrammeFigures {
  const { nowMs, timeZone } = options;
  const ends = tasks.map(({ endMs }) => endMs);
  const endMs = ends.length === 0 || !ends.every(Number.isFinite) ? null : Math.max(...ends);
  const days = endMs === null ? 0 : Math.ceil((endMs - nowMs) / DAY_MS) + 2;
  const shifts = shiftsFrom(nowMs, weekOf(options), days);
  const items = new Map(workItems.map((item) => [item.id, item]));
  const ahead = tasks.filter((task) => task.state !== 'done' && Number.isFinite(task.endMs));
  const worked = ahead.flatMap(({ id, startMs, endMs: until, gang = 0 }): (Interval & { gang: number })[] => {
    const { restH = 0, durationMin } = items.get(id)!;
    return durationMin === 0 ? [] : [{ fromMs: startMs, toMs: until - restH * HOUR_MS, gang }];
  });
  const rounds = ahead.flatMap(({ id, startMs }) => {
    const { roundsPerDay, restH = 0 } = items.get(id)!;
    const times = roundsPerDay === undefined ? [] : mistRounds(startMs, { mistsPerDay: roundsPerDay, days: restH / 24 }, timeZone);
    return times.map((ms) => ({ ms, isNamed: personOf(id) !== undefined }));
  });
  const gangsIn = ({ fromMs, toMs }: Interval) =>
    new Set(worked.filter((each) => each.fromMs < toMs && each.toMs > fromMs).map(({ gang }) => gang)).size;
  const onSite = shifts.map((shift) => ({ ...shift, gangs: gangsIn(shift) })).filter(({ gangs }) => gangs > 0);
  const isWorked = (ms: number) => shifts.some(({ fromMs, toMs }) => ms >= fromMs && ms <= toMs);
  const atRest = rounds.filter(({ ms }) => ms > nowMs && !isWorked(ms));
  return {
    endMs,
    missed: conflicts.length,
    roundsAtRest: atRest.length,
    roundsUnnamed: atRest.filter(({ isNamed }) => !isNamed).length,
    daysOnSite: onSite.length,
    hoursOnSite: onSite.reduce((sum, { fromMs, toMs, gangs }) => sum + (gangs * (toMs - fromMs)) / HOUR_MS, 0),
  };
}

export interface Move {
  taskId: string;
  /** later is more than 0 */ byMs: number;
}

const SAME_MS = 60_000;

/** What of the planned work begins at another time in `then` than in `now`, the largest move first. */
export function movesBetween(now: Programme, then: Programme): Move[] {
  const startOf = new Map(now.tasks.map(({ id, startMs }) => [id, startMs]));
  return then.tasks
    .flatMap(({ id: taskId, startMs, state }): Move[] => {
      const byMs = startMs - (startOf.get(taskId) ?? startMs);
      return state === 'planned' && Math.abs(byMs) > SAME_MS ? [{ taskId, byMs }] : [];
    })
    .sort((a, b) => Math.abs(b.byMs) - Math.abs(a.byMs));
}
