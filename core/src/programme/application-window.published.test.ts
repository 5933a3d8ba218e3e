import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';
import type { ApplicationWindow } from './application-window';

const judge = (hours: object[], limits: object = {}) => accepted(calculate('application-window', { hours, limits })) as ApplicationWindow;
const mild = { airC: 15, rhPct: 50, surfaceC: 15, rainMm: 0, windKmH: 5 };
const at = (hour: number, part: object = {}) => ({ at: new Date(Date.UTC(2026, 3, 14, hour)).toISOString(), ...mild, ...part });

/**
 * Hourly normals of a year, Seattle: U.S. NCEI 1981–2010 climate normals, as shipped by the open package vega-datasets
 * (seattle-weather-hourly-normals.csv: temperature in °C, wind in m/s).
 */
function seattle(): { at: string; airC: number; windKmH: number }[] {
  const file = resolve(__dirname, '../../../node_modules/vega-datasets/data/seattle-weather-hourly-normals.csv');
  const [head, ...lines] = readFileSync(file, 'utf8').trim().split(/\r?\n/);
  expect(head).toBe('date,pressure,temperature,wind');
  return lines.map((line) => {
    const [date, , temperature, wind] = line.split(',');
    return { at: `${date}-08:00`, airC: Number(temperature), windKmH: 3.6 * Number(wind) };
  });
}

describe('a year of hourly normals (open data, NCEI by vega-datasets)', () => {
  const year = seattle();
  const hours = year.map(({ at: when, airC, windKmH }) => ({ at: when, airC, windKmH, surfaceC: airC, rhPct: 60, rainMm: 0 }));
  const { hours: judged, windows } = judge(hours, { airMinC: 10, windMaxKmH: 12, dewMarginC: 3 });

  test('as many fit hours as the data themselves count', () => {
    expect(year.length).toBeGreaterThan(8700);
    const fit = year.filter(({ airC, windKmH }) => airC >= 10 && windKmH <= 12).length;
    expect(fit).toBeGreaterThan(1000);
    expect(judged.filter(({ ok }) => ok).length).toBe(fit);
  });

  test('windows cover just the fit hours, and begin and end where they do', () => {
    const covered = windows.reduce((sum, { from, to }) => sum + (Date.parse(to) - Date.parse(from)) / 3_600_000, 0);
    expect(covered).toBe(judged.filter(({ ok }) => ok).length);
    const fit = new Set(judged.filter(({ ok }) => ok).map((hour) => Date.parse(hour.at)));
    for (const { from, to } of windows) {
      expect(fit.has(Date.parse(from))).toBe(true);
      expect(fit.has(Date.parse(to))).toBe(false);
      expect(fit.has(Date.parse(from) - 3_600_000)).toBe(false);
    }
  });
});

describe('limits', () => {
  test('without limits the dew margin of 3 °C still holds (ISO 8502-4)', () => {
    // ASHRAE Handbook, Fundamentals: 20 °C at 80 % has its dew point at 16.4 °C
    const damp = { airC: 20, rhPct: 80 };
    expect(judge([at(0, { ...damp, surfaceC: 19.34 })]).hours[0]!.reasons).toEqual(['dew-margin-too-small']);
    expect(judge([at(0, { ...damp, surfaceC: 19.45 })]).hours[0]!.ok).toBe(true);
  });

  test.each<[string, object, object]>([
    ['air-too-cold', { airC: 4 }, { airMinC: 5, dewMarginC: 0 }],
    ['air-too-warm', { airC: 36, surfaceC: 30 }, { airMaxC: 35 }],
    ['surface-too-cold', { surfaceC: 4, rhPct: 30 }, { surfaceMinC: 5, dewMarginC: 0 }],
    ['surface-too-warm', { surfaceC: 40 }, { surfaceMaxC: 35 }],
    ['air-too-humid', { rhPct: 90, surfaceC: 20 }, { rhMaxPct: 85 }],
    ['too-windy', { windKmH: 41 }, { windMaxKmH: 40 }],
    ['raining', { rainMm: 0.1 }, {}],
  ])('%s', (reason, part, limits) => expect(judge([at(0, part)], limits).hours[0]!.reasons).toEqual([reason]));

  test('falling and rising look at the hour before, and not across a gap', () => {
    const limits = { notFallingBelowAirC: 10, notRisingAboveAirC: 30 };
    const reasons = (...airs: [number, number][]) =>
      judge(
        airs.map(([hour, airC]) => at(hour, { airC, surfaceC: airC, rhPct: 40 })),
        limits,
      ).hours.map((h) => h.reasons);
    expect(reasons([0, 11], [1, 9], [2, 9], [3, 9.5])).toEqual([[], ['air-cold-and-falling'], [], []]);
    expect(reasons([0, 11], [2, 9])).toEqual([[], []]);
    expect(reasons([0, 30], [1, 31])).toEqual([[], ['air-warm-and-rising']]);
  });

  test('rain within the free hours forbids, a forecast too short is said', () => {
    const { hours, windows } = judge([at(0), at(1), at(2), at(3, { rainMm: 1 }), at(4), at(5), at(6)], { rainFreeHoursAfter: 2 });
    expect(hours.map(({ ok }) => ok)).toEqual([true, false, false, false, true, true, true]);
    expect(hours.map(({ cautions }) => cautions !== undefined)).toEqual([false, false, false, false, false, true, true]);
    expect(windows).toHaveLength(2);
  });

  test('a gap closes a window', () => {
    expect(judge([at(0), at(1), at(3)]).windows).toEqual([
      { from: at(0).at, to: '2026-04-14T02:00:00.000Z' },
      { from: at(3).at, to: '2026-04-14T04:00:00.000Z' },
    ]);
  });
});

describe('bad hours', () => {
  const refused = (hours: unknown, limits: object = {}) => refusals(calculate('application-window', { hours, limits }));
  test('out of order, twice, overlapping, none', () => {
    expect(refused([at(3), at(1)])).toEqual(['not-in-order at hours[1].at']);
    expect(refused([at(3), at(3)])).toEqual(['duplicate-hour at hours[1].at']);
    expect(refused([at(3), { ...at(3), at: '2026-04-14T03:30:00Z' }])).toEqual(['hours-overlap at hours[1].at']);
    expect(refused([])).toEqual(['empty-list at hours']);
    expect(refused([{ ...at(0), at: '2026-04-14T03:30:00' }])).toEqual(['not-a-time-with-offset at hours[0].at']);
    expect(refused([at(0, { rhPct: 101 })])).toEqual(['above-max at hours[0].rhPct']);
    expect(refused([at(0, { rhPct: 0 })])).toEqual(['air-too-dry at hours[0].rhPct']);
    expect(refused([at(0)], { airMinC: 10, airMaxC: 5 })).toEqual(['max-below-min at limits.airMaxC']);
  });
});

test('a stricter limit never opens an hour', () => {
  const hour = fc.record({
    airC: fc.double({ min: -5, max: 35, noNaN: true }),
    rhPct: fc.double({ min: 20, max: 100, noNaN: true }),
    surfaceC: fc.double({ min: -5, max: 35, noNaN: true }),
    rainMm: fc.constantFrom(0, 0, 0, 1),
    windKmH: fc.double({ min: 0, max: 60, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(hour, { minLength: 1, maxLength: 12 }), fc.integer({ min: 0, max: 4 }), (parts, free) => {
      const hours = parts.map((part, i) => at(i, part));
      const loose = judge(hours, { rainFreeHoursAfter: free, dewMarginC: 2 }).hours;
      const strict = judge(hours, { rainFreeHoursAfter: free + 1, dewMarginC: 3, windMaxKmH: 30 }).hours;
      strict.forEach(({ ok }, i) => expect(!ok || loose[i]!.ok).toBe(true));
    }),
  );
});
