import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import type { JobHead } from '../jobs/index.js';
import { DAY_MS } from '../quantities/index.js';

/** When a crew works, in the job's own zone. Days: 0 Sunday … 6 Saturday. */
export interface WorkingWeek {
  timeZone: string;
  days: readonly number[];
  fromHour: number;
  /** beyond 24 on the next day */ toHour: number;
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
}: Pick<JobHead, 'timeZone' | 'week'> & Pick<WorkingWeek, 'holidays'>): WorkingWeek {
  const { days, fromHour, hours } = week;
  return { timeZone, days, fromHour, toHour: fromHour + hours, ...(holidays ? { holidays } : {}) };
}

/** The shifts that end after `fromMs`, for `days` calendar days. Follows daylight saving because it counts in local time. */
export function shiftsFrom(fromMs: number, week: WorkingWeek, days: number): Interval[] {
  const start = new TZDate(fromMs, week.timeZone);
  const shifts: Interval[] = [];
  for (let d = 0; d < days; d++) {
    const at = (hour: number) => new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + d, 0, hour * 60, 0, week.timeZone);
    const from = at(week.fromHour);
    if (!week.days.includes(from.getDay()) || isHoliday(week, from)) continue;
    const toMs = at(week.toHour).getTime();
    if (toMs > fromMs) shifts.push({ fromMs: Math.max(fromMs, from.getTime()), toMs });
  }
  return shifts;
}

function isHoliday({ holidays = [] }: WorkingWeek, day: TZDate): boolean {
  return holidays.length > 0 && holidays.includes(format(day, 'yyyy-MM-dd'));
}

/** Curing rounds after a coat: evenly spread over the waking hours of each day, in the job's zone. */
export function mistRounds(coatedMs: number, cure: { mistsPerDay: number; days: number }, timeZone: string): number[] {
  const [wakeHour, sleepHour] = [7, 21];
  const start = new TZDate(coatedMs, timeZone);
  const endMs = coatedMs + cure.days * DAY_MS;
  const rounds: number[] = [];
  for (let d = 0; d <= cure.days; d++)
    for (let i = 0; i < cure.mistsPerDay; i++) {
      const minutes = wakeHour * 60 + ((sleepHour - wakeHour) * 60 * i) / Math.max(1, cure.mistsPerDay - 1);
      const at = new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + d, 0, minutes, 0, timeZone).getTime();
      if (at > coatedMs && at <= endMs) rounds.push(at);
    }
  return rounds;
}
