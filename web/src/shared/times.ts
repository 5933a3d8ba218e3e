import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import { localeOf } from '../messages/locale';

/** Times as people on the job read them: in the job's own zone. */

const formatters = new Map<string, Intl.DateTimeFormat>();

function formatIn(at: number | string, timeZone: string, options: Intl.DateTimeFormatOptions, tag = localeOf().tag): string {
  const key = `${tag} ${timeZone} ${JSON.stringify(options)}`;
  const formatter = formatters.get(key) ?? new Intl.DateTimeFormat(tag, { ...options, timeZone });
  formatters.set(key, formatter);
  return formatter.format(asMs(at));
}

/** By the clock that the reader is used to, of twelve hours or of twenty-four. */
export function timeOfDay(at: number | string, timeZone: string, tag?: string): string {
  return formatIn(at, timeZone, { hour: '2-digit', minute: '2-digit' }, tag);
}

export function dayAndTime(at: number | string, timeZone: string, tag?: string): string {
  return `${weekdayDay(at, timeZone, tag)} ${timeOfDay(at, timeZone, tag)}`;
}

export function weekdayAndTime(at: number | string, timeZone: string, tag?: string): string {
  return `${formatIn(at, timeZone, { weekday: 'short', day: 'numeric' }, tag)}, ${timeOfDay(at, timeZone, tag)}`;
}

/** The hour alone, where there is little room: "07" or "7 AM". */
export function hourShort(at: number | string, timeZone: string, tag?: string): string {
  return formatIn(at, timeZone, { hour: 'numeric' }, tag);
}

/** "Thu 21 May". */
export function weekdayDay(at: number | string, timeZone: string, tag?: string): string {
  return formatIn(at, timeZone, { weekday: 'short', day: 'numeric', month: 'short' }, tag);
}

/** The time alone while it is today's; of any other day the day goes with it. */
export function timeNear(at: number | string, nowMs: number, timeZone: string, tag?: string): string {
  const day = (each: number | string) => formatIn(each, timeZone, { day: 'numeric', month: 'numeric', year: 'numeric' }, tag);
  if (day(at) === day(nowMs)) return timeOfDay(at, timeZone, tag);
  return `${formatIn(at, timeZone, { weekday: 'short' }, tag)} ${timeOfDay(at, timeZone, tag)}`;
}

export function fullTime(at: number | string, timeZone: string, tag?: string): string {
  return `${dayOnly(at, timeZone, tag)} ${timeOfDay(at, timeZone, tag)}`;
}

export function dayOnly(at: number | string, timeZone: string, tag?: string): string {
  return formatIn(at, timeZone, { day: 'numeric', month: 'short', year: 'numeric' }, tag);
}

/** A day of the week, 0 Sunday … 6 Saturday, as the reader writes it. */
export function weekdayName(day: number, tag?: string): string {
  // 4 January 1970 was a Sunday
  return formatIn(Date.UTC(1970, 0, 4 + day, 12), 'UTC', { weekday: 'short' }, tag);
}

/** A month, 0 January … 11 December, as the reader writes it in short. */
export function monthName(month: number, tag?: string): string {
  return formatIn(Date.UTC(2026, month, 15, 12), 'UTC', { month: 'short' }, tag);
}

/** An hour of the day, such as 7.5, as the reader's clock shows it. */
export function hourOfDay(hour: number, tag?: string): string {
  return timeOfDay(Date.UTC(1970, 0, 1, 0, hour * 60), 'UTC', tag);
}

/** Monday first, as a week is planned; 0 is Sunday. */
export const WEEK_DAYS = [1, 2, 3, 4, 5, 6, 0] as const;
export const HALF_HOURS: readonly number[] = Array.from({ length: 48 }, (_, i) => i / 2);

/** All zones that this browser knows, with the one in use and UTC, which some leave out. */
export function timeZones(inUse: string): string[] {
  return [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', inUse])].sort();
}

/** For an input of type datetime-local. */
export function localField(at: number, timeZone: string): string {
  return format(new TZDate(at, timeZone), "yyyy-MM-dd'T'HH:mm");
}

/** Reads such a field as a time in the job's zone; undefined when it is empty or no time. */
export function fromLocalField(text: string, timeZone: string): string | undefined {
  const parts = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})/.exec(text);
  if (!parts) return undefined;
  const [y, m, d, h, min] = parts.slice(1).map(Number) as [number, number, number, number, number];
  return new Date(new TZDate(y, m - 1, d, h, min, 0, timeZone).getTime()).toISOString();
}

/** The day of instants in a zone, YYYY-MM-DD: one that is asked for thousands of them. */
export function daysIn(timeZone: string): (ms: number) => string {
  // this locale writes days as ISO 8601 does
  const formatter = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
  return (ms) => formatter.format(ms);
}

/** "2:05", of what is over soon. */
export function minutesSeconds(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000));
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
}

/** 3:05 for three hours and five minutes. */
export function hoursMinutes(ms: number): string {
  const minutes = Math.max(0, Math.round(ms / 60_000));
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}

function asMs(at: number | string): number {
  return typeof at === 'number' ? at : Date.parse(at);
}

/** All instants at which clocks in the zone show a local time: none in the hour that spring skips, two in the hour that autumn repeats. */
export function instantsOf(local: string, timeZone: string): string[] {
  const usual = fromLocalField(local, timeZone);
  if (usual === undefined) return [];
  const minute = local.slice(0, 16);
  return [-HOUR_MS, 0, HOUR_MS]
    .map((shiftMs) => Date.parse(usual) + shiftMs)
    .filter((ms) => localField(ms, timeZone) === minute)
    .map((ms) => new Date(ms).toISOString());
}
