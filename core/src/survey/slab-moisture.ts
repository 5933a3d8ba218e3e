import { type InputOf, type Source, runCalculator } from '../fields/index.js';
import { type Face, type FacePoint, type Reading, type ScreedKind, extentOf, isOnFace, netAreaM2 } from '../jobs/index.js';
import { type slabDrying, type slabDryingFit } from '../physics/index.js';
import { DAY_MS, KG_PER_LB, M2_PER_FT2 } from '../quantities/index.js';
import { PROBE_DEPTH, moistureTestPlan } from './moisture-test-plan.js';
import { moistureVerdict } from './moisture-verdict.js';

/** What a floor finish stands. Its maker's sheet goes before these; makers differ. */
export interface Finish {
  readonly id: 'sheet-vinyl' | 'rubber' | 'wood' | 'carpet' | 'resin';
  readonly limits: {
    readonly rhPct: number;
    readonly mverLb: number;
    readonly ph: number;
    /** of a screed by the carbide bottle; none where only the sheet says */ readonly cmPct?: Readonly<Record<ScreedKind, number>>;
  };
  readonly source: Source;
}

const from = (title: string): Source => ({ kind: 'memory', title });
/** Carbide limits by the screed, % (DIN 18560-1, from memory): gypsum gives its water off more slowly, and a heated one drives it into the finish. */
const CM = { cmPct: { cement: 2, 'cement-heated': 1.8, gypsum: 0.5, 'gypsum-heated': 0.5 } } as const;
export const FINISHES: readonly Finish[] = [
  {
    id: 'sheet-vinyl',
    limits: { rhPct: 75, mverLb: 3, ph: 9, ...CM },
    source: from('BS 8203 (75 %), ASTM F710; the maker’s sheet may allow more'),
  },
  {
    id: 'rubber',
    limits: { rhPct: 75, mverLb: 3, ph: 9, ...CM },
    source: from('BS 8203 (75 %), ASTM F710; the maker’s sheet may allow more'),
  },
  { id: 'wood', limits: { rhPct: 75, mverLb: 3, ph: 9, ...CM }, source: from('BS 8201 (75 %); the maker’s sheet may ask 65 %') },
  {
    id: 'carpet',
    limits: { rhPct: 85, mverLb: 5, ph: 9, ...CM },
    source: from('usual limits in makers’ instructions, after ASTM F710 and F2170'),
  },
  { id: 'resin', limits: { rhPct: 75, mverLb: 3, ph: 11 }, source: from('BS 8204-6 (75 %); the maker’s sheet may allow more') },
];

/** A test nearer to the edge reads the air from beside the slab; ASTM F2170 wants one within 1 m of an outer wall (from memory). */
const EDGE_M = 0.9;
const GRID = 24;

/** How many tests of humidity a slab's area wants (ASTM F2170, by `moisture-test-plan`); 0 for one that cannot be planned. */
export function testsWanted(face: Face): number {
  const plan = runCalculator(moistureTestPlan, {
    areaM2: netAreaM2(face),
    slabThicknessMm: face.thicknessMm,
    dryingSides: 1,
    method: 'rh',
  });
  return plan.ok ? plan.value.tests : 0;
}

/** Where to test a slab: the first near an edge, each next as far as may be from those before. As many as its area wants. */
export function testPlaces(face: Face): FacePoint[] {
  const wanted = testsWanted(face);
  if (wanted === 0) return [];
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const [du, dv] = [Math.min(EDGE_M, (maxU - minU) / 4), Math.min(EDGE_M, (maxV - minV) / 4)];
  const candidates: FacePoint[] = [];
  for (let i = 0; i <= GRID; i++)
    for (let j = 0; j <= GRID; j++) {
      const point: FacePoint = [
        Math.round((minU + du + ((maxU - minU - 2 * du) * i) / GRID) * 20) / 20,
        Math.round((minV + dv + ((maxV - minV - 2 * dv) * j) / GRID) * 20) / 20,
      ];
      if (isOnFace(face, point)) candidates.push(point);
    }
  const places: FacePoint[] = candidates.slice(0, 1);
  while (places.length < wanted && places.length < candidates.length) {
    const gap = (point: FacePoint) => Math.min(...places.map(([u, v]) => Math.hypot(u - point[0], v - point[1])));
    places.push(candidates.reduce((best, next) => (gap(next) > gap(best) ? next : best)));
  }
  return places;
}

/** What a screed may hold by the carbide bottle, %: the strictest while nobody knows which it is; undefined where only the finish's sheet says. */
export function carbideLimit({ screed }: Pick<Face, 'screed'>, { limits }: Finish): number | undefined {
  if (!limits.cmPct) return undefined;
  return screed ? limits.cmPct[screed] : Math.min(...Object.values(limits.cmPct));
}

/** The worst of the latest readings at each place, of each kind. */
export interface SlabResults {
  rhPct?: number;
  gPerM2Day?: number;
  ph?: number;
  /** of a screed only: a concrete slab is never accepted by it */ cmPct?: number;
}

const KINDS = { rhPct: 'in-slab-rh', gPerM2Day: 'vapour-emission', ph: 'surface-ph', cmPct: 'carbide' } as const;

export function slabResults(face: Pick<Face, 'id' | 'substrate'>, readings: readonly Reading[]): SlabResults {
  const own = readings.filter(({ faceId }) => faceId === face.id);
  const worst = (kind: Reading['kind']) => {
    const latest = new Map<string, Reading>();
    for (const reading of own.filter((each) => each.kind === kind)) {
      const place = reading.point?.join() ?? '';
      const other = latest.get(place);
      if (!other || Date.parse(other.at) < Date.parse(reading.at)) latest.set(place, reading);
    }
    return latest.size === 0 ? undefined : Math.max(...[...latest.values()].map(({ value }) => value));
  };
  const entries = Object.entries(KINDS).filter(([name]) => name !== 'cmPct' || face.substrate === 'screed');
  return Object.fromEntries(entries.flatMap(([name, kind]) => (worst(kind) === undefined ? [] : [[name, worst(kind)]])));
}

/** lb per 1000 ft² and day in one g/(m²·day). */
export const MVER_LB_PER_G = (1000 * M2_PER_FT2) / (1000 * KG_PER_LB);

/** Whether a finish may go on now; undefined without a reading. */
export function slabVerdict({ rhPct, gPerM2Day, ph }: SlabResults, finish: Finish): ReturnType<typeof moistureVerdict.compute> | undefined {
  if (rhPct === undefined && gPerM2Day === undefined && ph === undefined) return undefined;
  return moistureVerdict.compute({
    rhPct,
    ph,
    mverLb: gPerM2Day === undefined ? undefined : gPerM2Day * MVER_LB_PER_G,
    limits: { rhPct: finish.limits.rhPct, mverLb: finish.limits.mverLb, ph: finish.limits.ph },
    barrierLimits: undefined,
  });
}

export interface SlabSurroundings {
  base: 'sealed' | 'wet';
  ambientRhPct: number;
  temperatureC: number;
  limitRhPct: number;
}

export interface DryingForecast {
  /** `slab-drying-fit` where three readings on two days allow it, else `slab-drying` from the wettest reading on */
  calculatorId: 'slab-drying' | 'slab-drying-fit';
  input: InputOf<typeof slabDrying.fields> | InputOf<typeof slabDryingFit.fields>;
  /** the time that is day 0 */ day0Ms: number;
  readings: { day: number; rhPct: number }[];
}

const LEAST_READINGS = 3;
/** Fresh concrete is full; common practice. */
const FRESH_RH_PCT = 99;
const AHEAD_DAYS = 730;
const MOST_DAYS = 7300;

/** What to compute to know when a slab will be dry, from its own readings; undefined without any reading of humidity in it. */
export function dryingForecast(face: Face, readings: readonly Reading[], around: SlabSurroundings): DryingForecast | undefined {
  const own = readings
    .filter(({ faceId, kind }) => faceId === face.id && kind === 'in-slab-rh')
    .map(({ at, value }) => ({ atMs: Date.parse(at), value }))
    .sort((a, b) => a.atMs - b.atMs);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last) return undefined;
  const castMs = face.castOn === undefined ? NaN : Date.parse(`${face.castOn}T12:00:00Z`);
  const isCast = castMs < first.atMs;
  const startMs = isCast ? castMs : first.atMs;
  const days = new Set(own.map(({ atMs }) => Math.floor((atMs - startMs) / DAY_MS)));
  const fits = own.length >= LEAST_READINGS && days.size >= 2;
  const day0Ms = fits ? startMs : last.atMs;
  const lastDay = own.filter(({ atMs }) => last.atMs - atMs < DAY_MS);
  const points = own.map(({ atMs, value }) => ({ day: (atMs - day0Ms) / DAY_MS, rhPct: value })).filter(({ day }) => fits || day > -1);
  const slab = {
    thicknessMm: face.thicknessMm,
    dryingSides: 1,
    base: around.base,
    initialRhPct: fits ? (isCast ? FRESH_RH_PCT : first.value) : Math.max(...lastDay.map(({ value }) => value)),
    ambientRhPct: around.ambientRhPct,
    temperatureC: around.temperatureC,
    compressiveStrengthMPa: face.strengthMPa,
    diffusionMultiplier: 1,
    days: Math.min(MOST_DAYS, Math.ceil((last.atMs - day0Ms) / DAY_MS) + AHEAD_DAYS),
    probeDepthFraction: PROBE_DEPTH[1],
    limitRhPct: around.limitRhPct,
    coverAtDay: undefined,
  };
  return fits
    ? { calculatorId: 'slab-drying-fit', input: { ...slab, readings: points }, day0Ms, readings: points }
    : { calculatorId: 'slab-drying', input: slab, day0Ms, readings: points };
}
