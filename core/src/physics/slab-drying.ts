import { type InputOf, type LongCalculator, choice, number, optional, tex, withDefault } from '../fields/index.js';
import { type Issue, accept, issue, refuse } from '../issues.js';
import { ZERO_CELSIUS_K } from '../quantities/index.js';
import { MODEL_CODE_DIFFUSIVITY } from './diffusivity.js';
import { type Boundary, type DryingControl, type DryingPhase, type DryingRecord, type DryingSlab, runDrying } from './drying.js';

const rh = number('%', { min: 0, max: 100 });
/** What describes the slab and its surroundings; the fit takes the same. */
export const slabFields = {
  thicknessMm: number('mm', { above: 0, max: 3000 }),
  dryingSides: number('', { min: 1, max: 2, whole: true }),
  base: choice(['sealed', 'wet', 'open']),
  initialRhPct: rh,
  ambientRhPct: rh,
  temperatureC: number('°C', { min: 0, max: 60 }),
  compressiveStrengthMPa: number('MPa', { above: 8, max: 200 }),
  diffusionMultiplier: withDefault(number('', { above: 0, max: 100 }), 1),
  days: number('day', { min: 1, max: 7300, whole: true }),
  probeDepthFraction: number('', { min: 0, max: 1 }),
  limitRhPct: rh,
  coverAtDay: optional(number('day', { min: 0, max: 7300 })),
};
export type SlabInput = InputOf<typeof slabFields>;

/** D1 = 1e-9 m²/s / (f_ck / 10 MPa); fib Model Code 2010, 5.1.12 (constants from memory). */
const D1_MM2_PER_DAY = 1e-9 * 1e6 * 86_400;
/** f_ck = f_cm − 8 MPa, Model Code. */
const MEAN_OVER_CHARACTERISTIC_MPA = 8;
/** Activation of diffusion over the gas constant, K; Bažant & Thonguthai 1978, from memory. */
const ACTIVATION_K = 4700;
const REFERENCE_K = 293.15;
/** Error of the whole run within 1e-4 of the humidity's change (tested against the closed solution). */
export const DRYING_CONTROL: DryingControl = { cells: 96, tolerance: 3e-5 };

export interface SlabDrying {
  days: number[];
  rhAtProbePct: number[];
  profile: { day: number; depthMm: number[]; rhPct: number[] }[];
  /** when the probe first reads the limit; null within the days computed */ readyDay: number | null;
  /** at the probe at the end; only when covered */ rhAfterCoverPct?: number;
}

export const DRYING_LAW = [
  tex`\frac{\partial h}{\partial t} = \frac{\partial}{\partial x}\!\left( D(h) \frac{\partial h}{\partial x} \right), \quad D(h) = D_1 \left[ 0.05 + \frac{0.95}{1 + \left(\frac{1 - h}{0.2}\right)^{15}} \right]`,
  tex`D_1 = @diffusionMultiplier \cdot \frac{10^{-9}}{(@compressiveStrengthMPa - 8)/10} \cdot \frac{T}{293.15} \exp\!\left( 4700 \left( \frac{1}{293.15} - \frac{1}{T} \right) \right), \quad T = @temperatureC + 273.15`,
];
export const DRYING_SYMBOLS = {
  thicknessMm: 'L',
  initialRhPct: 'h_0',
  ambientRhPct: tex`h_\infty`,
  temperatureC: tex`\vartheta`,
  compressiveStrengthMPa: 'f_{cm}',
  diffusionMultiplier: 'k',
  probeDepthFraction: 'p',
  limitRhPct: 'h_{lim}',
  readyDay: 't_{ready}',
};
export const DRYING_SOURCES = [
  { kind: 'memory', title: 'fib Model Code 2010, 5.1.12 (diffusion of water in concrete)' },
  { kind: 'published', title: 'Bažant & Najjar 1972, Matériaux et Constructions 5 (non-linear drying)' },
  { kind: 'memory', title: 'Bažant & Thonguthai 1978 (temperature)' },
] as const;

/**
 * Drying of a slab by non-linear diffusion of pore humidity: implicit finite volumes, adaptive time steps.
 * One side: upper face at ambient humidity, base sealed or wet (100 %); two sides: base open. From `coverAtDay` on, nothing
 * passes the upper face and what is left redistributes. Refuses sides that do not go with the base (`sides-and-base-differ`),
 * and a cover after the last day (`after-the-end`).
 */
export const slabDrying: LongCalculator<typeof slabFields, SlabDrying> = {
  id: 'slab-drying',
  fields: slabFields,
  outputs: { days: 'day', rhAtProbePct: '%', profile: '', readyDay: 'day', rhAfterCoverPct: '%' },
  symbols: DRYING_SYMBOLS,
  equation: [...DRYING_LAW, tex`h(@probeDepthFraction \cdot @thicknessMm,\; @readyDay) = @limitRhPct`],
  sources: DRYING_SOURCES,
  *steps(input) {
    const issues = checkSlab(input);
    if (issues.length > 0) return { ok: false, issues };
    const run = yield* dry(input, input.days, profileDays(input));
    if (run === 'stopped') return refuse(issue('stopped', ''));
    const days = Array.from({ length: input.days + 1 }, (_, day) => day);
    const rhAtProbePct = Array.from(run.atProbe, (h) => 100 * h);
    const depthMm = [...run.grid.centres];
    return accept({
      days,
      rhAtProbePct,
      profile: run.profiles.map((h, i) => ({ day: profileDays(input)[i]!, depthMm, rhPct: Array.from(h, (each) => 100 * each) })),
      readyDay: firstAtOrUnder(rhAtProbePct, input.limitRhPct),
      ...(input.coverAtDay === undefined ? {} : { rhAfterCoverPct: rhAtProbePct.at(-1)! }),
    });
  },
};

export function checkSlab({ dryingSides, base, coverAtDay, days }: SlabInput): Issue[] {
  const issues: Issue[] = [];
  if ((dryingSides === 2) !== (base === 'open')) issues.push(issue('sides-and-base-differ', 'base'));
  if (coverAtDay !== undefined && coverAtDay > days) issues.push(issue('after-the-end', 'coverAtDay', { days }));
  return issues;
}

/** Runs the slab of an input that has been checked, with a humidity at the probe for each whole day. */
export function dry(input: SlabInput, days: number, profiles: readonly number[]): Generator<number, DryingRecord | 'stopped', boolean> {
  const slab: DryingSlab = {
    thicknessMm: input.thicknessMm,
    diffusivityMm2PerDay: saturatedDiffusivity(input),
    law: MODEL_CODE_DIFFUSIVITY,
    initial: input.initialRhPct / 100,
  };
  const ambient = input.ambientRhPct / 100;
  const base: Boundary = input.base === 'sealed' ? 'sealed' : input.base === 'wet' ? 1 : ambient;
  const cover = Math.min(input.coverAtDay ?? days, days);
  const phases: DryingPhase[] = [
    { toDay: cover, top: ambient, base },
    { toDay: days, top: 'sealed', base },
  ];
  const probeDepthMm = input.probeDepthFraction * input.thicknessMm;
  const wanted = { probeDepthMm, days: Array.from({ length: days + 1 }, (_, day) => day), profileDays: profiles };
  return runDrying(
    slab,
    phases.filter(({ toDay }, i) => toDay > (phases[i - 1]?.toDay ?? 0)),
    wanted,
    DRYING_CONTROL,
  );
}

function saturatedDiffusivity({ compressiveStrengthMPa, diffusionMultiplier, temperatureC }: SlabInput): number {
  const kelvin = temperatureC + ZERO_CELSIUS_K;
  const warmth = (kelvin / REFERENCE_K) * Math.exp(ACTIVATION_K * (1 / REFERENCE_K - 1 / kelvin));
  return (diffusionMultiplier * D1_MM2_PER_DAY * warmth) / ((compressiveStrengthMPa - MEAN_OVER_CHARACTERISTIC_MPA) / 10);
}

/** The start, some days between that show how it goes on, the cover and the end. */
function profileDays({ days, coverAtDay }: SlabInput): number[] {
  const shown = [0, days / 16, days / 8, days / 4, days / 2, days].map(Math.round);
  return [...new Set([...shown, ...(coverAtDay === undefined ? [] : [coverAtDay])])].sort((a, b) => a - b);
}

/** Day on which a daily series first comes down to a limit, interpolated; null when it does not. */
export function firstAtOrUnder(daily: ArrayLike<number>, limit: number): number | null {
  if (daily[0]! <= limit) return 0;
  for (let day = 1; day < daily.length; day++)
    if (daily[day]! <= limit) return day - 1 + (daily[day - 1]! - limit) / (daily[day - 1]! - daily[day]!);
  return null;
}
