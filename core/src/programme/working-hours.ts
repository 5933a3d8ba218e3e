import type { JobHead } from '../jobs/index.js';
import { DAY_MS } from '../quantities/index.js';
import { LocalDays, isoOf, weekdayOf } from './local-days.js';

/** When a crew works, in the job's own zone. Days: 0 Sunday … 6 Saturday. */
export interface WorkingWeek {
  timeZone: string;
  days: readonly number[];
  fromHour: number;
  /** beyond 24 on the next day */ toHour: number;
  /** in which nobody works, beyond 24 on the next day */ pause?: { fromHour: number; toHour: number };
  /** on which no shift begins, YYYY-MM-DD in the zone */ holidays?: readonly string[];
}

/** Half-open, ms since 1970 UTC. */
export interface Interval {
  fromMs: number;
  toMs: number;
}

export const USUAL_WEEK = { days: [1, 2, 3, 4, 5, 6], fromHour: 7, hours: 10 } as const;

/** The week of a job that says when it is worked, else the usual one, in its zone. */
export function weekOf({
  timeZone,
  week = { ...USUAL_WEEK, days: [...USUAL_WEEK.days] },
  holidays,
}: Pick<JobHead, 'timeZone' | 'week'> & Pick<WorkingWeek, 'holidays'>): WorkingWeek & { gangs: number } {
  const { days, fromHour, hours, pause, gangs = 1 } = week;
  const toHour = fromHour + hours;
  return { timeZone, days, fromHour, toHour, gangs, ...pauseIn(fromHour, toHour, pause), ...(holidays ? { holidays } : {}) };
}

/** Of a shift past midnight the pause may lie on the next day; one that lies outside its shift is none. */
function pauseIn(fromHour: number, toHour: number, pause: NonNullable<JobHead['week']>['pause']): Pick<WorkingWeek, 'pause'> {
  if (!pause) return {};
  const begins = pause.fromHour < fromHour ? pause.fromHour + 24 : pause.fromHour;
  const ends = begins + pause.minutes / 60;
  return begins > fromHour && ends < toHour ? { pause: { fromHour: begins, toHour: ends } } : {};
}

/** The shifts that end after `fromMs`, for `days` calendar days, each with its pause in it. Follows daylight saving because it counts in local time. */
export function shiftsFrom(fromMs: number, week: WorkingWeek, days: number): Interval[] {
  return eachDay(fromMs, week, days, week);
}

/** The pauses of those shifts. */
export function pausesFrom(fromMs: number, week: WorkingWeek, days: number): Interval[] {
  return week.pause ? eachDay(fromMs, week, days, week.pause) : [];
}

/** Longest time in a shift without a pause, h. */
export function longestPieceH({ fromHour, toHour, pause }: Pick<WorkingWeek, 'fromHour' | 'toHour' | 'pause'>): number {
  return pause ? Math.max(pause.fromHour - fromHour, toHour - pause.toHour) : toHour - fromHour;
}

/** The same hours of every day on which a shift begins, as far as they end after `fromMs`. */
function eachDay(
  fromMs: number,
  week: WorkingWeek,
  days: number,
  { fromHour, toHour }: Pick<WorkingWeek, 'fromHour' | 'toHour'>,
): Interval[] {
  const local = LocalDays.in(week.timeZone);
  const first = local.dayOf(fromMs);
  const hours: Interval[] = [];
  for (let day = first; day < first + days; day++) {
    if (!week.days.includes(weekdayOf(day)) || week.holidays?.includes(isoOf(day))) continue;
    const toMs = local.at(day, toHour * 60);
    if (toMs > fromMs) hours.push({ fromMs: Math.max(fromMs, local.at(day, fromHour * 60)), toMs });
  }
  return hours;
}

/** Curing rounds after a coat: evenly spread over the waking hours of each day, in the job's zone. */
export function mistRounds(coatedMs: number, cure: { mistsPerDay: number; days: number }, timeZone: string): number[] {
  const [wakeHour, sleepHour] = [7, 21];
  const local = LocalDays.in(timeZone);
  const first = local.dayOf(coatedMs);
  const endMs = coatedMs + cure.days * DAY_MS;
  const rounds: number[] = [];
  for (let d = 0; d <= cure.days; d++)
    for (let i = 0; i < cure.mistsPerDay; i++) {
      const minutes = wakeHour * 60 + ((sleepHour - wakeHour) * 60 * i) / Math.max(1, cure.mistsPerDay - 1);
      const at = local.at(first + d, minutes);
      if (at > coatedMs && at <= endMs) rounds.push(at);
    }
  return rounds;
}
