import { accepted } from '../testing/results';
import { slabDrying } from '../physics';
import { dryingBand } from './drying-band';

const slab = {
  thicknessMm: 150,
  dryingSides: 1,
  base: 'sealed' as const,
  initialRhPct: 99,
  ambientRhPct: 50,
  temperatureC: 15,
  compressiveStrengthMPa: 30,
  diffusionMultiplier: 1,
  days: 900,
  probeDepthFraction: 0.4,
  limitRhPct: 80,
  coverAtDay: undefined,
};
const run = (diffusionMultiplier: number) => {
  const steps = slabDrying.steps({ ...slab, diffusionMultiplier });
  let slice = steps.next(false);
  while (!slice.done) slice = steps.next(false);
  return accepted(slice.value as Parameters<typeof accepted>[0]) as { rhAtProbePct: number[]; readyDay: number };
};

test('a slab that dries so much faster or slower runs along the edge of the band', () => {
  const [fitted, faster, slower] = [run(1), run(1.25), run(0.8)];
  const band = dryingBand(fitted.rhAtProbePct, {
    readyDay: fitted.readyDay,
    readyDayLow: faster.readyDay,
    readyDayHigh: slower.readyDay,
    rmsePct: 0,
  });
  for (const day of [30, 200, 400, 650]) {
    expect(band.low[day]).toBeCloseTo(faster.rhAtProbePct[day]!, 1);
    expect(band.high[day]).toBeCloseTo(slower.rhAtProbePct[day]!, 1);
  }
});

test('scatter alone makes a band of even width, within what humidity can be', () => {
  const none = { readyDay: null, readyDayLow: null, readyDayHigh: null };
  expect(dryingBand([99, 90, 1], { ...none, rmsePct: 2 })).toEqual({ low: [95, 86, 0], high: [100, 94, 5] });
  expect(dryingBand([99, 90], { ...none, rmsePct: 0 })).toEqual({ low: [99, 90], high: [99, 90] });
});

test('both together are as wide as either, and no wider than their sum', () => {
  const daily = Array.from({ length: 400 }, (_, day) => 99 - 0.05 * day);
  const days = { readyDay: 300, readyDayLow: 250, readyDayHigh: 375 };
  const [curve, both] = [dryingBand(daily, { ...days, rmsePct: 0 }), dryingBand(daily, { ...days, rmsePct: 1 })];
  daily.forEach((rh, day) => {
    expect(rh - both.low[day]!).toBeGreaterThanOrEqual(Math.max(2, rh - curve.low[day]!) - 1e-9);
    expect(rh - both.low[day]!).toBeLessThanOrEqual(2 + rh - curve.low[day]! + 1e-9);
  });
});
