import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';
import { CONSTANT_DIFFUSIVITY, MODEL_CODE_DIFFUSIVITY, modelCodeDiffusivity } from './diffusivity';
import { type DryingPhase, type DryingRecord, type DryingSlab, runDrying } from './drying';
import { DRYING_CONTROL, type SlabDrying } from './slab-drying';

function run(slab: DryingSlab, phases: DryingPhase[], probeDepthMm: number, days: number[]): DryingRecord {
  const steps = runDrying(slab, phases, { probeDepthMm, days, profileDays: [days.at(-1)!] }, DRYING_CONTROL);
  let slice = steps.next(false);
  while (!slice.done) slice = steps.next(false);
  if (slice.value === 'stopped') throw new Error('stopped');
  return slice.value;
}

/** Crank, The Mathematics of Diffusion, eq. 4.17: plane sheet from 1 to 0 at x = 0, sealed at x = L (half of a sheet of 2 L). */
function fourier(x: number, L: number, D: number, t: number): number {
  let sum = 0;
  for (let n = 0; n < 2000; n++) {
    const k = ((2 * n + 1) * Math.PI) / (2 * L);
    const decay = Math.exp(-D * k * k * t);
    if (decay < 1e-17) break;
    sum += (4 / ((2 * n + 1) * Math.PI)) * decay * Math.sin(k * x);
  }
  return sum;
}

describe('constant diffusivity against the Fourier series (Crank, The Mathematics of Diffusion, 4.3)', () => {
  const D = 12;
  const days = [2, 5, 10, 20, 40, 80, 160, 320, 640];

  test.each([
    [150, 0.4],
    [150, 0.3],
    [100, 0.4],
    [300, 0.6],
  ])('%p mm, probe at %p of it: within 1e-4', (L, share) => {
    const slab = { thicknessMm: L, diffusivityMm2PerDay: D, law: CONSTANT_DIFFUSIVITY, initial: 1 };
    const { atProbe } = run(slab, [{ toDay: 640, top: 0, base: 'sealed' }], share * L, days);
    days.forEach((day, i) => expect(Math.abs(atProbe[i]! - fourier(share * L, L, D, day))).toBeLessThan(1e-4));
  });

  test('open on both sides is two sealed halves', () => {
    const slab = { thicknessMm: 200, diffusivityMm2PerDay: D, law: CONSTANT_DIFFUSIVITY, initial: 1 };
    const { atProbe } = run(slab, [{ toDay: 640, top: 0, base: 0 }], 60, days);
    days.forEach((day, i) => expect(Math.abs(atProbe[i]! - fourier(60, 100, D, day))).toBeLessThan(2e-4));
  });

  // Crank, 4.3.3: with faces at 0 and 1 the steady profile is a straight line
  test('dry above, wet below: a straight line in the end', () => {
    const slab = { thicknessMm: 100, diffusivityMm2PerDay: 50, law: CONSTANT_DIFFUSIVITY, initial: 0.3 };
    const { grid, profiles } = run(slab, [{ toDay: 3000, top: 0, base: 1 }], 40, [3000]);
    profiles[0]!.forEach((h, i) => expect(h).toBeCloseTo(grid.centres[i]! / 100, 5));
  });
});

describe('the law of diffusivity', () => {
  // fib Model Code 2010, 5.1.12 (constants from memory): α = 0.05, h_c = 0.80, n = 15
  test('saturated it is D1, at h_c halfway, dry a twentieth', () => {
    expect(modelCodeDiffusivity(1)).toBeCloseTo(1, 12);
    expect(modelCodeDiffusivity(0.8)).toBeCloseTo(0.05 + 0.95 / 2, 12);
    expect(modelCodeDiffusivity(0.3)).toBeCloseTo(0.05, 6);
  });

  test('its table gives value and integral as Simpson’s rule does', () => {
    const humidity = Float64Array.from([0.03, 0.45, 0.7123, 0.8, 0.91, 1]);
    const [potential, relative] = [new Float64Array(6), new Float64Array(6)];
    MODEL_CODE_DIFFUSIVITY.potential(humidity, potential);
    MODEL_CODE_DIFFUSIVITY.relative(humidity, relative);
    humidity.forEach((h, i) => {
      const n = 2000;
      let sum = 0;
      for (let k = 0; k <= n; k++) sum += (k === 0 || k === n ? 1 : k % 2 ? 4 : 2) * modelCodeDiffusivity((h * k) / n);
      expect(Math.abs(potential[i]! - (sum * h) / n / 3)).toBeLessThan(1e-9);
      expect(Math.abs(relative[i]! - modelCodeDiffusivity(h))).toBeLessThan(1e-5);
    });
  });
});

describe('the non-linear law against an independent discretisation', () => {
  /** Explicit differences on even cells, diffusivity at the mean of two neighbours: another scheme, another integrator. */
  function explicitly(days: number, cells: number, L: number, D1: number, top: number, initial: number, x: number): number {
    const dx = L / cells;
    const dt = (0.4 * dx * dx) / D1;
    let h = new Float64Array(cells).fill(initial);
    const between = (a: number, b: number) => modelCodeDiffusivity((a + b) / 2);
    const steps = Math.ceil(days / dt);
    for (let step = 0; step < steps; step++) {
      const next = h.slice();
      const tau = days / steps / (dx * dx);
      next[0]! += tau * D1 * (between(h[0]!, h[1]!) * (h[1]! - h[0]!) - 2 * between(h[0]!, top) * (h[0]! - top));
      for (let i = 1; i < cells - 1; i++)
        next[i]! += tau * D1 * (between(h[i]!, h[i + 1]!) * (h[i + 1]! - h[i]!) - between(h[i - 1]!, h[i]!) * (h[i]! - h[i - 1]!));
      next[cells - 1]! -= tau * D1 * between(h[cells - 2]!, h[cells - 1]!) * (h[cells - 1]! - h[cells - 2]!);
      h = next;
    }
    const at = x / dx - 0.5;
    const i = Math.floor(at);
    return h[i]! + (at - i) * (h[i + 1]! - h[i]!);
  }

  test.each([30, 120])('after %p days within 0.05 %% RH', (day) => {
    const D1 = 28.8;
    const slab = { thicknessMm: 100, diffusivityMm2PerDay: D1, law: MODEL_CODE_DIFFUSIVITY, initial: 0.98 };
    const { atProbe } = run(slab, [{ toDay: day, top: 0.5, base: 'sealed' }], 40, [day]);
    expect(100 * Math.abs(atProbe[0]! - explicitly(day, 200, 100, D1, 0.5, 0.98, 40))).toBeLessThan(0.05);
  });
});

describe('slab drying', () => {
  const slab = {
    thicknessMm: 150,
    dryingSides: 1,
    base: 'sealed',
    initialRhPct: 98,
    ambientRhPct: 50,
    temperatureC: 20,
    compressiveStrengthMPa: 38,
    days: 365,
    probeDepthFraction: 0.4,
    limitRhPct: 88,
  };
  const dry = (part: object = {}) => accepted(calculate('slab-drying', { ...slab, ...part })) as SlabDrying;

  // fib Model Code 2010: D1 = 1e-9 m²/s / (f_ck / 10); twice the strength over 8 MPa dries as half the multiplier does
  test('strength and multiplier act on the same diffusivity', () => {
    const [a, b] = [dry({ compressiveStrengthMPa: 68 }), dry({ diffusionMultiplier: 0.5 })];
    a.rhAtProbePct.forEach((rh, day) => expect(rh).toBeCloseTo(b.rhAtProbePct[day]!, 8));
  });

  // Bažant & Thonguthai 1978 (from memory): activation of 4700 K
  test('warmth speeds it up as the activation says', () => {
    const factor = (303.15 / 293.15) * Math.exp(4700 * (1 / 293.15 - 1 / 303.15));
    const [a, b] = [dry({ temperatureC: 30 }), dry({ diffusionMultiplier: factor })];
    expect(a.readyDay).toBeCloseTo(b.readyDay!, 6);
  });

  test('the ready day is where the curve meets the limit; already dry is day 0, never is null', () => {
    const { readyDay, rhAtProbePct } = dry();
    expect(rhAtProbePct[Math.floor(readyDay!)]!).toBeGreaterThan(88);
    expect(rhAtProbePct[Math.ceil(readyDay!)]!).toBeLessThanOrEqual(88);
    expect(dry({ limitRhPct: 98 }).readyDay).toBe(0);
    expect(dry({ limitRhPct: 55 }).readyDay).toBeNull();
  });

  test('sides and base that do not go together, a cover after the end, humidity over 100', () => {
    const refused = (part: object) => refusals(calculate('slab-drying', { ...slab, ...part }));
    expect(refused({ base: 'open' })).toEqual(['sides-and-base-differ at base']);
    expect(refused({ dryingSides: 2 })).toEqual(['sides-and-base-differ at base']);
    expect(refused({ coverAtDay: 366 })).toEqual(['after-the-end at coverAtDay']);
    expect(refused({ initialRhPct: 100.1 })).toEqual(['above-max at initialRhPct']);
    expect(refused({ thicknessMm: -1 })).toEqual(['not-above at thicknessMm']);
    expect(refused({ compressiveStrengthMPa: 8 })).toEqual(['not-above at compressiveStrengthMPa']);
  });
});
