import fc from 'fast-check';
import { HOUR_MS } from '../quantities';
import { type TemperatureAt, hourlyNearest } from './nearest-temperature';

const at = (hour: number, temperatureC: number): TemperatureAt => ({ atMs: hour * HOUR_MS, temperatureC });

test('each hour takes what was measured nearest to it, and the last holds on', () => {
  const history = [at(0, 8), at(4, 16)];
  // the middle of the third hour is 2.5 h from the one and 1.5 h from the other
  expect(hourlyNearest(history, 0)).toEqual([8, 8, 16]);
  expect(hourlyNearest(history, -3 * HOUR_MS)).toEqual([8, 8, 8, 8, 8, 16]);
  expect(hourlyNearest(history, 10 * HOUR_MS)).toEqual([16]);
  expect(hourlyNearest([at(0, 8)], -5 * HOUR_MS)).toEqual([8]);
});

test('no figure that nobody measured', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ hour: fc.integer({ min: -50, max: 50 }), temperatureC: fc.integer({ min: -5, max: 40 }) }), {
        minLength: 1,
        maxLength: 8,
      }),
      fc.integer({ min: -60, max: 60 }),
      (found, from) => {
        const history = found.map(({ hour, temperatureC }) => at(hour, temperatureC)).sort((a, b) => a.atMs - b.atMs);
        const hourly = hourlyNearest(history, from * HOUR_MS);
        hourly.forEach((value, i) => {
          const nearest = Math.min(...history.map(({ atMs }) => Math.abs(atMs - (from + i + 0.5) * HOUR_MS)));
          const near = history.filter(({ atMs }) => Math.abs(atMs - (from + i + 0.5) * HOUR_MS) === nearest);
          expect(near.map(({ temperatureC }) => temperatureC)).toContain(value);
        });
        expect(hourly.at(-1)).toBe(history.at(-1)!.temperatureC);
      },
    ),
  );
});
