import fc from 'fast-check';
import { M2_PERIOD_H, bucketMl, isProbeSteady, meterDigits, pondAt, probeRhPct, pullN, tidalLevelM, weatherAt } from './signals';

const probe = { startPct: 60, slabPct: 92, timeConstantS: 20 };

test('a probe nears the slab’s humidity and never passes it; after one time constant 63 % of the way is behind it', () => {
  // first-order step response, 1 − 1/e (control engineering texts)
  expect(probeRhPct(20, probe)).toBeCloseTo(60 + 32 * (1 - Math.exp(-1)), 9);
  expect(probeRhPct(0, probe)).toBe(60);
  fc.assert(
    fc.property(fc.double({ min: 0, max: 1e4, noNaN: true }), fc.double({ min: 0, max: 1e3, noNaN: true }), (s, more) => {
      expect(probeRhPct(s + more, probe)).toBeGreaterThanOrEqual(probeRhPct(s, probe));
      expect(probeRhPct(s + more, probe)).toBeLessThanOrEqual(92);
    }),
  );
  expect([isProbeSteady(60, probe), isProbeSteady(120, probe)]).toEqual([false, true]);
});

test('a meter reads less the higher it is held, apart from its jitter', () => {
  for (let h = 0; h < 2; h += 0.25) expect(meterDigits(h + 0.25, 0)).toBeLessThan(meterDigits(h, 0));
  expect(Math.abs(meterDigits(1, 1) - meterDigits(1, -1))).toBeLessThanOrEqual(8);
});

test('the tide comes back after a lunar half day, and reaches both its ends between', () => {
  const at = { meanM: -1.1, amplitudeM: 0.2 };
  const period = M2_PERIOD_H * 3_600_000;
  const levels = Array.from({ length: 200 }, (_, i) => tidalLevelM((period * i) / 200, at));
  expect(Math.max(...levels)).toBeCloseTo(-0.9, 2);
  expect(Math.min(...levels)).toBeCloseTo(-1.3, 2);
  expect(tidalLevelM(1e12 + period, at)).toBeCloseTo(tidalLevelM(1e12, at), 2);
});

test('air is warmer and drier in the afternoon than before dawn; the same time gives the same air', () => {
  const day = Date.UTC(2026, 4, 20);
  const [dawn, afternoon] = [weatherAt(day + 3 * 3_600_000, 0), weatherAt(day + 15 * 3_600_000, 0)];
  expect(afternoon.airC).toBeGreaterThan(dawn.airC);
  expect(afternoon.relativeHumidityPct).toBeLessThan(dawn.relativeHumidityPct);
  expect(weatherAt(day, 0.5)).toEqual(weatherAt(day, 0.5));
});

test('a bucket holds what ran into it, to the step of its scale', () => {
  expect(bucketMl(0, 500)).toBe(0);
  expect([bucketMl(59, 1), bucketMl(61, 1), bucketMl(90, 40)]).toEqual([0, 1, 60]);
});

test('a pond falls by what it loses and what it gives off, and the pan beside it by the latter alone', () => {
  const at = { startMm: 50, lossMmPerDay: 0.5 };
  expect(pondAt(0, at)).toEqual({ levelMm: 50, evaporationMm: 0 });
  const [two, four] = [pondAt(48, at), pondAt(96, at)];
  // without the pan's loss the rest is the leak, to a tenth of a millimetre
  expect(50 - two.levelMm - two.evaporationMm).toBeCloseTo(1, 1);
  expect(50 - four.levelMm - four.evaporationMm).toBeCloseTo(2, 1);
  // most of it goes at noon, next to nothing about midnight
  expect(pondAt(15, at).evaporationMm - pondAt(9, at).evaporationMm).toBeGreaterThan(
    4 * (pondAt(27, at).evaporationMm - pondAt(21, at).evaporationMm),
  );
});

test('a rig reads force: strength times the area of the dolly, scattered, the same at the same place', () => {
  const at = { dollyMm: 50, strengthMPa: 1.6 };
  const strengths = Array.from({ length: 200 }, (_, i) => pullN(i, at) / (Math.PI * 25 * 25));
  expect(Math.min(...strengths)).toBeGreaterThanOrEqual(1.6 * 0.85 - 0.01);
  expect(Math.max(...strengths)).toBeLessThanOrEqual(1.6 * 1.25 + 0.01);
  expect(new Set(strengths).size).toBeGreaterThan(150);
  expect(pullN(7, at)).toBe(pullN(7, at));
});
