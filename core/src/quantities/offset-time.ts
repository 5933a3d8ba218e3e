import { HOUR_MS } from './constants.js';
/** The first and last instants that ISO 8601 writes with four digits of a year. */
const FIRST_MS = Date.parse('0000-01-01T00:00:00Z');
const LAST_MS = Date.UTC(9999, 11, 31, 23, 59, 59, 999);

/** How far the clock of an ISO 8601 time with offset (…Z or …±hh:mm) stands before UTC, ms. */
export function offsetMs(time: string): number {
  const at = time.length - 6;
  const sign = time[at];
  if (sign !== '+' && sign !== '-') return 0;
  const ms = (Number(time.slice(at + 1, at + 3)) * 60 + Number(time.slice(at + 4))) * 60_000;
  return sign === '-' ? -ms : ms;
}

/** An instant written with the offset that `like` carries; null outside the years that four digits write. */
export function withOffsetOf(like: string, ms: number): string | null {
  const local = Math.round(ms) + offsetMs(like);
  if (!(local >= FIRST_MS && local <= LAST_MS)) return null;
  return clockText(new Date(local)) + (like.endsWith('Z') ? 'Z' : like.slice(-6));
}

const TWO_DIGITS = Array.from({ length: 100 }, (_, i) => String(i).padStart(2, '0'));

/** Its UTC fields as ISO 8601 without an offset; `toISOString` does the same at six times the price, which long lists of times feel. */
function clockText(date: Date): string {
  const year = date.getUTCFullYear();
  const day = `${TWO_DIGITS[Math.floor(year / 100)]}${TWO_DIGITS[year % 100]}-${TWO_DIGITS[date.getUTCMonth() + 1]}-${TWO_DIGITS[date.getUTCDate()]}`;
  const ms = date.getUTCMilliseconds();
  const seconds = `${TWO_DIGITS[date.getUTCSeconds()]}.${Math.floor(ms / 100)}${TWO_DIGITS[ms % 100]}`;
  return `${day}T${TWO_DIGITS[date.getUTCHours()]}:${TWO_DIGITS[date.getUTCMinutes()]}:${seconds}`;
}

/** `start` plus hours, written with the offset that `start` carries; null past the calendar's end. */
export function hoursAfter(start: string, hours: number): string | null {
  return withOffsetOf(start, Date.parse(start) + hours * HOUR_MS);
}
