import { Matrix } from 'ml-matrix';
import { type LongCalculator, list, number, record, tex } from '../fields/index.js';
import { leastSquares, studentQuantile } from '../numerics/index.js';
import { type Issue, accept, issue, refuse } from '../issues.js';
import { DRYING_LAW, DRYING_SOURCES, DRYING_SYMBOLS, type SlabInput, checkSlab, dry, firstAtOrUnder, slabFields } from './slab-drying.js';

const reading = record({ day: number('day', { min: 0, max: 7300 }), rhPct: number('%', { min: 0, max: 100 }) });
const fields = { ...slabFields, readings: list(reading, 1000) };

const LEAST_READINGS = 3;
/** How far the fit may go from what tables say. */
const MULTIPLIER = { min: 0.02, max: 50 } as const;
/** Steps for the derivatives: well above the noise of the integration. */
const DIFFERENCE = { lnMultiplier: 0.02, rhPct: 0.2 } as const;

export interface SlabDryingFit {
  diffusionMultiplier: number;
  initialRhPct: number;
  rmsePct: number;
  readyDay: number | null;
  /** ends of the 95 % interval; null where that lies beyond the days computed */ readyDayLow: number | null;
  readyDayHigh: number | null;
}

/** ln of the multiplier, and the initial humidity in %. */
type Parameters = readonly [lnMultiplier: number, initialRhPct: number];

/**
 * Slab drying fitted to readings at the probe: least squares on diffusion multiplier and initial humidity, from the input's own
 * as a first guess. 95 % interval from the covariance at the optimum (a parameter on its bound counts as known), Student's t, carried along the direction in which the ready
 * day changes most. Refuses under three readings (`too-few`), all on one day (`readings-on-one-day`), after the last day
 * (`after-the-end`), or readings that cannot tell the two parameters apart (`cannot-be-fitted`).
 */
export const slabDryingFit: LongCalculator<typeof fields, SlabDryingFit> = {
  id: 'slab-drying-fit',
  fields,
  outputs: { diffusionMultiplier: '', initialRhPct: '%', rmsePct: '%', readyDay: 'day', readyDayLow: 'day', readyDayHigh: 'day' },
  symbols: { ...DRYING_SYMBOLS, rmsePct: 's' },
  equation: [
    ...DRYING_LAW,
    tex`\min_{k,\, h_0} \textstyle\sum_i \left( h(t_i; k, h_0) - h_i \right)^2`,
    tex`t_{ready} \pm t_{0.975,\,n-2} \sqrt{\nabla t^{T}\, C\, \nabla t}, \quad C = s^2 (J^{T} J)^{-1}`,
  ],
  sources: [...DRYING_SOURCES, { kind: 'published', title: 'Levenberg–Marquardt; Bates & Watts 1988, Nonlinear Regression Analysis' }],
  *steps({ readings, ...slab }) {
    const issues = [...checkSlab(slab), ...checkReadings(readings, slab.days)];
    if (issues.length > 0) return { ok: false, issues };
    const curve = memoised(slab);
    const [lnMin, lnMax] = [Math.log(MULTIPLIER.min), Math.log(MULTIPLIER.max)];
    const fit = yield* leastSquares({
      start: [Math.log(slab.diffusionMultiplier), slab.initialRhPct],
      min: [lnMin, 0],
      max: [lnMax, 100],
      difference: [DIFFERENCE.lnMultiplier, DIFFERENCE.rhPct],
      residuals: (p) => readings.map(({ day, rhPct }) => at(curve(p as unknown as Parameters), day) - rhPct),
    });
    if (fit.inverseNormal === null) return refuse(issue('cannot-be-fitted', 'readings'));
    const best = fit.parameters as unknown as Parameters;
    const freedom = readings.length - fit.free.length;
    const covariance = fit.inverseNormal.mul(fit.sumOfSquares / freedom);
    const ready = (p: Parameters) => firstAtOrUnder(curve(p), slab.limitRhPct);
    const [low, high] = interval(best, covariance, ready, freedom);
    return accept({
      diffusionMultiplier: Math.exp(best[0]),
      initialRhPct: best[1],
      rmsePct: Math.sqrt(fit.sumOfSquares / readings.length),
      readyDay: ready(best),
      readyDayLow: low,
      readyDayHigh: high,
    });
  },
};

function checkReadings(readings: readonly { day: number }[], days: number): Issue[] {
  if (readings.length < LEAST_READINGS) return [issue('too-few', 'readings', { min: LEAST_READINGS })];
  if (readings.every(({ day }) => day === readings[0]!.day)) return [issue('readings-on-one-day', 'readings')];
  return readings.flatMap(({ day }, i) => (day > days ? [issue('after-the-end', `readings[${i}].day`, { days })] : []));
}

/** Derivatives and bounds ask for the same parameters again; each pair is run once. */
function memoised(slab: SlabInput): (p: Parameters) => number[] {
  const runs = new Map<string, number[]>();
  return (p) => {
    const key = p.join();
    const known = runs.get(key);
    if (known) return known;
    const run = dry({ ...slab, diffusionMultiplier: Math.exp(p[0]), initialRhPct: p[1] }, slab.days, []);
    let slice = run.next(false);
    while (!slice.done) slice = run.next(false);
    const daily = slice.value === 'stopped' ? [] : Array.from(slice.value.atProbe, (h) => 100 * h);
    runs.set(key, daily);
    return daily;
  };
}

/** Between whole days linearly. */
function at(daily: readonly number[], day: number): number {
  const before = Math.min(Math.floor(day), daily.length - 2);
  return daily[before]! + (day - before) * (daily[before + 1]! - daily[before]!);
}

/** The ready days at the two ends of the confidence ellipse along which the ready day moves. */
function interval(
  p: Parameters,
  covariance: Matrix,
  ready: (p: Parameters) => number | null,
  freedom: number,
): [low: number | null, high: number | null] {
  const day = ready(p);
  const faster = ready([p[0] + DIFFERENCE.lnMultiplier, p[1]]);
  const drier = ready([p[0], p[1] - DIFFERENCE.rhPct]);
  if (day === null || faster === null || drier === null) return [null, null];
  const gradient = Matrix.columnVector([(faster - day) / DIFFERENCE.lnMultiplier, (day - drier) / DIFFERENCE.rhPct]);
  const along = covariance.mmul(gradient);
  const deviation = Math.sqrt(Math.max(0, gradient.transpose().mmul(along).get(0, 0)));
  if (deviation === 0) return [day, day];
  const reach = studentQuantile(0.975, freedom) / deviation;
  const end = (sign: 1 | -1) =>
    ready([
      clamp(p[0] + sign * reach * along.get(0, 0), Math.log(MULTIPLIER.min), Math.log(MULTIPLIER.max)),
      clamp(p[1] + sign * reach * along.get(1, 0), 0, 100),
    ]);
  const reached = [end(-1), end(1)].filter((each) => each !== null);
  return [reached.length > 0 ? Math.min(...reached) : null, reached.length === 2 ? Math.max(...reached) : null];
}

/** An end of the interval stays where the parameters have a meaning. */
function clamp(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}
