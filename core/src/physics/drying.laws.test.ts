import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';
import { MODEL_CODE_DIFFUSIVITY } from './diffusivity';
import { DryingGrid, DryingSystem, runDrying } from './drying';
import type { SlabDrying } from './slab-drying';
import type { SlabDryingFit } from './slab-drying-fit';

const BASE = {
  thicknessMm: 140,
  dryingSides: 1,
  base: 'sealed',
  initialRhPct: 97,
  ambientRhPct: 45,
  temperatureC: 18,
  compressiveStrengthMPa: 40,
  days: 300,
  probeDepthFraction: 0.4,
  limitRhPct: 85,
};
const dry = (part: object) => accepted(calculate('slab-drying', { ...BASE, ...part })) as SlabDrying;
const fraction = fc.double({ min: 0.2, max: 1, noNaN: true });

/** mean humidity of a profile over the thickness */
function mean(thicknessMm: number, rhPct: readonly number[], bothOpen: boolean): number {
  return new DryingGrid(thicknessMm, rhPct.length, bothOpen).mean(rhPct);
}

describe('what is in the slab is neither made nor lost', () => {
  test('covered over a sealed base the mean stays, and the profile evens out', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 400, noNaN: true }),
        fc.integer({ min: 5, max: 150 }),
        fc.integer({ min: 0, max: 95 }),
        (thicknessMm, coverAtDay, ambientRhPct) => {
          const { profile } = dry({ thicknessMm, coverAtDay, ambientRhPct });
          const after = profile.filter(({ day }) => day >= coverAtDay);
          const means = after.map(({ rhPct }) => mean(thicknessMm, rhPct, false));
          for (const each of means) expect(Math.abs(each - means[0]!)).toBeLessThan(1e-9);
          const spread = (rhPct: readonly number[]) => Math.max(...rhPct) - Math.min(...rhPct);
          expect(spread(after.at(-1)!.rhPct)).toBeLessThanOrEqual(spread(after[0]!.rhPct) + 1e-9);
        },
      ),
      { numRuns: 25 },
    );
  });

  test('the fluxes between cells cancel: the rate of the whole is what passes the faces', () => {
    fc.assert(
      fc.property(fc.array(fraction, { minLength: 12, maxLength: 12 }), fraction, fraction, (humidity, top, base) => {
        const grid = new DryingGrid(120, 12, true);
        const slab = { thicknessMm: 120, diffusivityMm2PerDay: 20, law: MODEL_CODE_DIFFUSIVITY, initial: 1 };
        const rate = new Float64Array(12);
        new DryingSystem(slab, grid, top, base).rate(Float64Array.from(humidity), rate);
        const potential = (h: number) => {
          const out = new Float64Array(1);
          MODEL_CODE_DIFFUSIVITY.potential(Float64Array.of(h), out);
          return out[0]!;
        };
        const inflow = (h: number, face: number, width: number) => (20 * (potential(face) - potential(h))) / (width / 2);
        const through = inflow(humidity[0]!, top, grid.widths[0]!) + inflow(humidity[11]!, base, grid.widths[11]!);
        expect(grid.mean(rate) * 120).toBeCloseTo(through, 9);
      }),
    );
  });
});

describe('as one would expect', () => {
  test('humidity stays between what it was and what surrounds it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.boolean(),
        (initialRhPct, ambientRhPct, twoSides) => {
          const sides = twoSides ? { dryingSides: 2, base: 'open' } : {};
          const { profile } = dry({ initialRhPct, ambientRhPct, days: 120, ...sides });
          const [low, high] = [Math.min(initialRhPct, ambientRhPct), Math.max(initialRhPct, ambientRhPct)];
          for (const { rhPct } of profile) for (const rh of rhPct) expect(rh >= low - 0.02 && rh <= high + 0.02).toBe(true);
        },
      ),
      { numRuns: 30 },
    );
  });

  test('thicker, stronger, colder or damper air never dries sooner; two sides never later', () => {
    const more = fc.double({ min: 1.05, max: 2, noNaN: true });
    const end = (part: object) => dry({ days: 200, ...part }).rhAtProbePct.at(-1)!;
    fc.assert(
      fc.property(more, (by) => {
        const usual = end({});
        expect(end({ thicknessMm: BASE.thicknessMm * by })).toBeGreaterThan(usual - 0.01);
        expect(end({ compressiveStrengthMPa: BASE.compressiveStrengthMPa * by })).toBeGreaterThan(usual - 0.01);
        expect(end({ temperatureC: BASE.temperatureC / by })).toBeGreaterThan(usual - 0.01);
        expect(end({ ambientRhPct: BASE.ambientRhPct * by })).toBeGreaterThan(usual - 0.01);
        expect(end({ dryingSides: 2, base: 'open' })).toBeLessThan(usual + 0.01);
        expect(end({ base: 'wet' })).toBeGreaterThan(usual - 0.01);
      }),
      { numRuns: 8 },
    );
  });

  test('told to stop it stops', () => {
    const slab = { thicknessMm: 1000, diffusivityMm2PerDay: 5, law: MODEL_CODE_DIFFUSIVITY, initial: 1 };
    const run = runDrying(
      slab,
      [{ toDay: 7000, top: 0.3, base: 'sealed' }],
      { probeDepthMm: 400, days: [7000], profileDays: [] },
      { cells: 60, tolerance: 1e-9 },
    );
    expect(run.next(false)).toMatchObject({ done: false });
    expect(run.next(true)).toEqual({ done: true, value: 'stopped' });
  });
});

describe('a fit to readings', () => {
  const fit = (readings: object[], part: object = {}) =>
    accepted(calculate('slab-drying-fit', { ...BASE, ...part, readings })) as SlabDryingFit;

  test('finds again what made the readings, whatever the first guess', () => {
    for (const [diffusionMultiplier, initialRhPct] of [
      [0.5, 94],
      [1.8, 99],
      [4, 96],
    ] as const) {
      const { rhAtProbePct } = dry({ diffusionMultiplier, initialRhPct });
      const found = fit([20, 60, 120, 200].map((day) => ({ day, rhPct: rhAtProbePct[day]! })));
      expect(found.diffusionMultiplier / diffusionMultiplier).toBeCloseTo(1, 3);
      expect(found.initialRhPct).toBeCloseTo(initialRhPct, 1);
      expect(found.rmsePct).toBeLessThan(0.01);
    }
  });

  test('nearly all intervals hold the true day when the readings scatter', () => {
    const truth = dry({ diffusionMultiplier: 1.3, initialRhPct: 96 });
    // scatter of a probe, ±0.4 % RH, the same every time
    const scatter = [0.31, -0.22, 0.05, -0.4, 0.17, 0.36, -0.28, -0.09, 0.24, -0.13, 0.02, -0.33];
    let held = 0;
    for (let k = 0; k < 6; k++) {
      const { readyDayLow, readyDay, readyDayHigh } = fit(
        [15, 40, 70, 100, 140].map((day, i) => ({ day, rhPct: truth.rhAtProbePct[day]! + scatter[(i + 2 * k) % 12]! })),
      );
      expect(readyDayLow! <= readyDay! && readyDay! <= readyDayHigh!).toBe(true);
      if (readyDayLow! <= truth.readyDay! && truth.readyDay! <= readyDayHigh!) held++;
    }
    expect(held).toBeGreaterThanOrEqual(5);
  });

  test('too few readings, all on one day, after the end', () => {
    const refused = (readings: object[]) => refusals(calculate('slab-drying-fit', { ...BASE, readings }));
    expect(refused([{ day: 1, rhPct: 96 }])).toEqual(['too-few at readings']);
    expect(refused([1, 2, 3].map((rh) => ({ day: 30, rhPct: 90 + rh })))).toEqual(['readings-on-one-day at readings']);
    expect(refused([10, 20, 301].map((day) => ({ day, rhPct: 90 })))).toEqual(['after-the-end at readings[2].day']);
    expect(refused([10, 20, 30].map((day) => ({ day, rhPct: day > 20 ? 101 : 90 })))).toEqual(['above-max at readings[2].rhPct']);
  });
});
