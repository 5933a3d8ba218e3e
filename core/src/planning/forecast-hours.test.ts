import { HOUR_MS } from '../quantities';
import { hoursAhead, wallAhead } from './index';

const NOW = Date.parse('2026-05-20T06:00:00Z');
const hour = (h: number, airC: number) => ({ at: new Date(NOW + h * HOUR_MS).toISOString(), airC, humidityPct: 70 });
const ahead = (hours: ReturnType<typeof hour>[]) =>
  wallAhead(
    [{ atMs: NOW - HOUR_MS, temperatureC: 9 }],
    hoursAhead({ timeZone: 'UTC', forecast: { source: 'csv', madeAt: hour(0, 0).at, hours } }).map(({ atMs, airC }) => ({
      atMs,
      temperatureC: airC,
    })),
    NOW,
  );

test('a wall outdoors: as measured, then as forecast, then as the last day was on the whole, one hour after it', () => {
  const hours = [hour(-3, 50), ...Array.from({ length: 30 }, (_, h) => hour(h + 1, h < 6 ? 40 : 10 + (h % 2)))];
  const all = ahead(hours);
  expect(all[0]).toEqual({ atMs: NOW - HOUR_MS, temperatureC: 9 });
  // what is past is what was measured, not what had been forecast for it
  expect(all.filter(({ temperatureC }) => temperatureC === 50)).toEqual([]);
  expect(all.map(({ atMs }) => (atMs - NOW) / HOUR_MS)).toEqual([-1, ...Array.from({ length: 31 }, (_, h) => h + 1)]);
  // 24 hours of the last day, 10 and 11 °C in turn
  expect(all.at(-1)!.temperatureC).toBeCloseTo(10.5, 12);
});

test('hours that come in any order lie in theirs; where nothing is ahead, what was measured is all', () => {
  expect(ahead([hour(3, 12), hour(1, 10), hour(2, 11)]).map(({ temperatureC }) => temperatureC)).toEqual([9, 10, 11, 12, 11]);
  expect(ahead([hour(-2, 30)])).toEqual([{ atMs: NOW - HOUR_MS, temperatureC: 9 }]);
});
