import { TZDate, tzOffset } from '@date-fns/tz';
import { DAY_MS, MINUTE_MS } from '../quantities/index.js';

const DAY_MIN = DAY_MS / MINUTE_MS;
/** 1970-01-01 was a Thursday. */
const FIRST_WEEKDAY = 4;

/**
 * Calendar days of one zone, 0 is 1970-01-01, and the instants of their minutes. A plan asks for the same few days many thousand
 * times, and to ask the zone's rules is slow: when a day begins is asked once.
 */
export class LocalDays {
  private readonly starts = new Map<number, number>();

  private constructor(private readonly timeZone: string) {}

  private static readonly known = new Map<string, LocalDays>();

  static in(timeZone: string): LocalDays {
    const known = LocalDays.known.get(timeZone) ?? new LocalDays(timeZone);
    LocalDays.known.set(timeZone, known);
    return known;
  }

  /** The day in which an instant lies. */
  dayOf(ms: number): number {
    return Math.floor((ms + tzOffset(this.timeZone, new Date(ms)) * MINUTE_MS) / DAY_MS);
  }

  /** ms since 1970 UTC of a minute by the local clock, begun ones left out; it may lie beyond the end of its day. */
  at(day: number, minute: number): number {
    const on = day + Math.floor(minute / DAY_MIN);
    const minutes = Math.trunc(minute - (on - day) * DAY_MIN);
    const startMs = this.startOf(on);
    // only where the clocks are changed a minute of the day is not simply so long after its beginning
    return this.startOf(on + 1) - startMs === DAY_MS ? startMs + minutes * MINUTE_MS : this.byCalendar(on, minutes);
  }

  private startOf(day: number): number {
    const known = this.starts.get(day);
    if (known !== undefined) return known;
    const startMs = this.byCalendar(day, 0);
    this.starts.set(day, startMs);
    return startMs;
  }

  private byCalendar(day: number, minutes: number): number {
    const date = new Date(day * DAY_MS);
    return new TZDate(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate(), 0, minutes, 0, this.timeZone).getTime();
  }
}

/** 0 Sunday … 6 Saturday. */
export function weekdayOf(day: number): number {
  return (((day + FIRST_WEEKDAY) % 7) + 7) % 7;
}

/** YYYY-MM-DD. */
export function isoOf(day: number): string {
  return new Date(day * DAY_MS).toISOString().slice(0, 10);
}
