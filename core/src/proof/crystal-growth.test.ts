import fc from 'fast-check';
import { crystalProgress } from '../programme';
import { DAY_MS, HOUR_MS } from '../quantities';
import { crystalGrowth, crystalsGrownMs } from './crystal-growth';

const FROM = Date.parse('2026-11-02T10:00:00Z');
const held = (temperatureC: number) => [{ atMs: FROM, temperatureC }];
const daysAt = (temperatureC: number) => (crystalsGrownMs(FROM, 28, held(temperatureC)) - FROM) / DAY_MS;

test('28 days at 20 °C, longer in the cold, never while it freezes', () => {
  expect(daysAt(20)).toBeCloseTo(28, 9);
  // age conversion factors for Q = 5000 K at 20 °C: 0.55 at 10 °C, 0.40 at 5 °C (tables after ASTM C1074, from memory)
  expect(28 / daysAt(10)).toBeCloseTo(0.55, 2);
  expect(28 / daysAt(5)).toBeCloseTo(0.4, 2);
  expect(daysAt(-2)).toBe(Infinity);
});

test('the same as the calculator of the bench, hour by hour', () => {
  const temperatures = fc.array(fc.double({ min: 1, max: 30, noNaN: true }), { minLength: 1, maxLength: 40 });
  fc.assert(
    fc.property(temperatures, (each) => {
      const history = each.map((temperatureC, day) => ({ atMs: FROM + day * DAY_MS + HOUR_MS / 2, temperatureC }));
      const hourly = Array.from({ length: 24 * 300 }, (_, hour) => ({
        hours: 1,
        // each hour by the reading nearest to its middle
        temperatureC: each[Math.min(each.length - 1, Math.floor((hour + 12) / 24))]!,
      }));
      const result = crystalProgress.compute({ series: hourly, block: false });
      const doneH = (crystalsGrownMs(FROM, 28, history) - FROM) / HOUR_MS;
      expect(result.ok && result.value.doneAt).toBeCloseTo(doneH, 6);
    }),
  );
});

describe('what they have come to', () => {
  test('at 10 °C after 14 days about a quarter, done after seven weeks; where nobody measured, the band is wider', () => {
    const read = crystalGrowth(FROM, 28, { history: held(10), isMeasured: true }, FROM + 14 * DAY_MS);
    expect(read.equivalentDays).toBeCloseTo(14 * 0.547, 1);
    expect(read.pct).toBeCloseTo(27.4, 0);
    expect((read.doneMs! - FROM) / DAY_MS).toBeCloseTo(51.1, 0);
    const guessed = crystalGrowth(FROM, 28, { history: held(10), isMeasured: false }, FROM + 14 * DAY_MS);
    expect(guessed.doneMs).toBe(read.doneMs);
    expect(guessed.latestMs!).toBeGreaterThan(read.latestMs!);
    expect(guessed.earliestMs!).toBeLessThan(read.earliestMs!);
  });

  test('a wall that may freeze has no latest day, and one that is frozen no day at all', () => {
    expect(crystalGrowth(FROM, 28, { history: held(1), isMeasured: true }, FROM)).not.toHaveProperty('latestMs');
    const frozen = crystalGrowth(FROM, 28, { history: held(-5), isMeasured: true }, FROM + 40 * DAY_MS);
    expect(frozen).toMatchObject({ pct: 0, equivalentDays: 0 });
    expect(frozen).not.toHaveProperty('doneMs');
  });

  test('the curve never falls, stays in its band, and is at the full when it says so', () => {
    const temperature = fc.double({ min: -8, max: 35, noNaN: true });
    fc.assert(
      fc.property(fc.array(temperature, { minLength: 1, maxLength: 20 }), fc.boolean(), (each, isMeasured) => {
        const history = each.map((temperatureC, i) => ({ atMs: FROM + i * 3 * DAY_MS, temperatureC }));
        const { curve, doneMs, earliestMs, latestMs } = crystalGrowth(FROM, 28, { history, isMeasured }, FROM + 20 * DAY_MS);
        curve.forEach(({ pct, lowPct, highPct, atMs }, i) => {
          expect(lowPct).toBeLessThanOrEqual(pct + 1e-9);
          expect(pct).toBeLessThanOrEqual(highPct + 1e-9);
          if (i > 0) expect(pct).toBeGreaterThanOrEqual(curve[i - 1]!.pct - 1e-9);
          if (doneMs !== undefined && atMs < doneMs - HOUR_MS) expect(pct).toBeLessThan(100);
          if (doneMs !== undefined && atMs > doneMs + HOUR_MS) expect(pct).toBeCloseTo(100, 9);
        });
        expect(earliestMs ?? Infinity).toBeLessThanOrEqual(doneMs ?? Infinity);
        expect(doneMs ?? Infinity).toBeLessThanOrEqual(latestMs ?? Infinity);
      }),
    );
  });
});
