const MS_PER_HOUR = 3_600_000;

/** How far the clock of an ISO 8601 time stands before UTC, ms. */
export function offsetMs(time: string): number {
  const [, sign, h, m] = /([+-])(\d{2}):(\d{2})$/.exec(time) ?? [];
  return sign ? (sign === '-' ? -1 : 1) * (Number(h) * 60 + Number(m)) * 60_000 : 0;
}

/** An instant written with the offset that `like` carries; null past the calendar's end. */
export function withOffsetOf(like: string, ms: number): string | null {
  const local = new Date(Math.round(ms) + offsetMs(like));
  if (Number.isNaN(local.getTime()) || local.getUTCFullYear() > 9999 || local.getUTCFullYear() < 0) return null;
  return local.toISOString().replace('Z', like.endsWith('Z') ? 'Z' : like.slice(-6));
}

/** `start` plus hours, written with the offset that `start` carries; null past the calendar's end. */
export function hoursAfter(start: string, hours: number): string | null {
  return withOffsetOf(start, Date.parse(start) + hours * MS_PER_HOUR);
}
