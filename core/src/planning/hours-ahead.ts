import { TZDate } from '@date-fns/tz';
import type { ForecastHour, JobHead, UsualMonths } from '../jobs/index.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';

/** An hour of the air outdoors that somebody forecast, or as its month usually is. */
export interface HourAhead extends Omit<ForecastHour, 'at'> {
  atMs: number;
  isUsual: boolean;
}

/** Past the end of a forecast a month is told on by what it usually is, days. */
const USUAL_DAYS = 35;
/** Warmest so many hours after midnight. */
const WARMEST_H = 15;

/** The hours outdoors in order of time: as they are forecast, then as their months usually are, where somebody said so. */
export function hoursAhead({ forecast, usualMonths, timeZone }: Pick<JobHead, 'forecast' | 'usualMonths' | 'timeZone'>): HourAhead[] {
  if (!forecast) return [];
  const told = forecast.hours.map(({ at, ...hour }): HourAhead => ({ ...hour, atMs: Date.parse(at), isUsual: false }));
  told.sort((a, b) => a.atMs - b.atMs);
  const last = told.at(-1);
  if (!usualMonths || !last) return told;
  const usual = Array.from({ length: USUAL_DAYS * 24 }, (_, i): HourAhead => {
    const atMs = last.atMs + (i + 1) * HOUR_MS;
    return { atMs, ...usualAt(usualMonths, atMs, timeZone), isUsual: true };
  });
  return [...told, ...usual];
}

/** What an hour usually is: between the middles of two months, warmer by day than by night. */
export function usualAt({ months }: UsualMonths, atMs: number, timeZone: string): { airC: number; humidityPct: number } {
  const at = new TZDate(atMs, timeZone);
  const lengthDays = new Date(Date.UTC(at.getFullYear(), at.getMonth() + 1, 0)).getUTCDate();
  // 0 at the middle of January, 11 at that of December
  const along = at.getMonth() + (at.getDate() - 1 + at.getHours() / 24) / lengthDays - 0.5;
  const before = Math.floor(along);
  const [a, b] = [months[(before + 12) % 12]!, months[(before + 13) % 12]!];
  const between = (name: keyof typeof a) => a[name] + (b[name] - a[name]) * (along - before);
  const byDay = Math.cos((2 * Math.PI * (at.getHours() - WARMEST_H)) / (DAY_MS / HOUR_MS));
  return { airC: between('airC') + between('swingC') * byDay, humidityPct: between('humidityPct') };
}
