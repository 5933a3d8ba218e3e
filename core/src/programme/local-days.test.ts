import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import fc from 'fast-check';
import { LocalDays, isoOf, weekdayOf } from './local-days.js';

const MINUTE_MS = 60_000;
const DAY_MS = 24 * 60 * MINUTE_MS;
/** with and without summer time, by half an hour, at midnight, beyond UTC+12, and by three quarters of an hour */
const ZONES = ['UTC', 'Europe/Berlin', 'America/St_Johns', 'Australia/Lord_Howe', 'America/Santiago', 'Pacific/Auckland', 'Asia/Kathmandu'];

const zone = fc.constantFrom(...ZONES);
const instant = fc.integer({ min: Date.UTC(1995, 0, 1), max: Date.UTC(2060, 0, 1) });

test('days, weekdays and dates are those of the library that reads the zone’s rules', () => {
  fc.assert(
    fc.property(zone, instant, (timeZone, ms) => {
      const day = LocalDays.in(timeZone).dayOf(ms);
      const date = new TZDate(ms, timeZone);
      expect([isoOf(day), weekdayOf(day)]).toEqual([format(date, 'yyyy-MM-dd'), date.getDay()]);
    }),
    { numRuns: 2000 },
  );
});

test('minutes of a day are the instants of that library, before and after its end, and on days when the clocks are changed', () => {
  // most days are quiet: each property is held on days of change as well
  const changes = ZONES.flatMap((timeZone) => changesIn(timeZone).map((day) => ({ timeZone, day })));
  expect(changes.length).toBeGreaterThan(40);
  const any = fc.tuple(zone, instant).map(([timeZone, ms]) => ({ timeZone, day: Math.floor(ms / DAY_MS) }));
  fc.assert(
    fc.property(
      fc.oneof(any, fc.constantFrom(...changes)),
      fc.double({ min: -1440, max: 4320, noNaN: true }),
      ({ timeZone, day }, minute) => {
        const date = new Date(day * DAY_MS);
        // the library cuts what is begun towards nought; here a minute before the day is one of the day before
        const on = Math.floor(minute / 1440);
        const expected = new TZDate(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate() + on, 0, minute - on * 1440, 0, timeZone);
        expect(LocalDays.in(timeZone).at(day, minute)).toBe(expected.getTime());
      },
    ),
    { numRuns: 4000 },
  );
});

test('seven in the morning stays seven in the morning when the clocks are changed in Berlin (EU directive 2000/84/EC: last Sundays of March and October)', () => {
  const days = LocalDays.in('Europe/Berlin');
  const at7 = (iso: string) => new Date(days.at(Date.parse(iso) / DAY_MS, 7 * 60)).toISOString();
  expect(['2026-03-28', '2026-03-29', '2026-10-24', '2026-10-25'].map(at7)).toEqual([
    '2026-03-28T06:00:00.000Z',
    '2026-03-29T05:00:00.000Z',
    '2026-10-24T05:00:00.000Z',
    '2026-10-25T06:00:00.000Z',
  ]);
});

/** Days of 2006 to 2011, when St John's still changed at a minute past midnight, and of 2024 to 2029 that do not last 24 h by the library, and those before them. */
function changesIn(timeZone: string): number[] {
  const startOf = (day: number) => {
    const date = new Date(day * DAY_MS);
    return new TZDate(date.getUTCFullYear(), date.getUTCMonth(), date.getUTCDate(), 0, 0, 0, timeZone).getTime();
  };
  const days = [2006, 2024].flatMap((year) => Array.from({ length: 365 * 6 }, (_, i) => Date.UTC(year, 0, 1) / DAY_MS + i));
  return days.filter((day) => startOf(day + 1) - startOf(day) !== DAY_MS).flatMap((day) => [day - 1, day]);
}
