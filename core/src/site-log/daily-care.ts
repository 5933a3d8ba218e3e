import { TZDate } from '@date-fns/tz';

const MINUTE_MS = 60_000;

/** Checks that somebody ticked in a room. */
export interface CareTicked {
  spaceId: string;
  /** ms since 1970 */ at: number;
  checks: readonly string[];
}

/** Checks that are wanted in a room and that nobody has ticked there on that day, as the job's own zone counts days, up to that time. */
export function careLeft(
  ticked: readonly CareTicked[],
  wanted: readonly string[],
  { spaceId, atMs, timeZone }: { spaceId: string; atMs: number; timeZone: string },
): string[] {
  const fromMs = dayStart(atMs, timeZone);
  // starts are written by the minute: a tick in that minute came before
  const untilMs = atMs + MINUTE_MS;
  const done = new Set(
    ticked.filter((each) => each.spaceId === spaceId && each.at >= fromMs && each.at < untilMs).flatMap(({ checks }) => checks),
  );
  return wanted.filter((check) => !done.has(check));
}

/** Midnight before a time, in a zone; ms since 1970. */
export function dayStart(atMs: number, timeZone: string): number {
  const at = new TZDate(atMs, timeZone);
  return new TZDate(at.getFullYear(), at.getMonth(), at.getDate(), timeZone).getTime();
}
