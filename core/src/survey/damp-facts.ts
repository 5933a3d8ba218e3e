import {
  type Face,
  type FacePoint,
  type Feature,
  type JobModel,
  type Reading,
  type ReadingKind,
  type Sign,
  distanceToSegment,
  isLevelFace,
  leaks,
  levelAt,
  levelRange,
} from '../jobs/index.js';
import { SAME_AIR_H, dewPointOf } from '../physics/index.js';
import type { DampFacts } from './damp-evidence.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';

/** Readings older than this say nothing of today's damp. */
const RECENT_DAYS = 60;
const AIR_RECENT_H = 24;
/** Neighbours within it may be where the water comes from, m. */
const REACH_M = 1;
const STRONG_SALTS_PCT = 0.5;
const SLIGHT_SALTS_PCT = 0.1;
const LEAKING_KINDS: ReadonlySet<Feature['kind']> = new Set(['crack', 'leak', 'joint', 'mortar-joint', 'honeycomb', 'tie-hole']);

/** What a diagnosis stands on besides the job itself. */
export interface DampContext {
  now: string;
  /** the level that governs on this face, m */ waterLevelM?: number;
  /** a coat is on it */ coated: boolean;
}

/** The facts about a damp place on a face: from its readings, its neighbours and what was ticked. */
export function dampFacts(
  face: Face,
  place: Feature | undefined,
  model: Pick<JobModel, 'features' | 'readings'>,
  context: DampContext,
): DampFacts {
  const own = model.readings.filter((reading) => reading.faceId === face.id && isWithin(reading, context.now, RECENT_DAYS * 24));
  const latest = (kind: ReadingKind) => own.filter((reading) => reading.kind === kind).reduce(later, undefined)?.value;
  const here = place?.path ?? face.outline;
  const others = model.features.filter((other) => other.faceId === face.id && other.id !== place?.id);
  const near = place ? others.filter((other) => gapM(place.path, other.path) <= REACH_M) : others;
  const salts = saltsOf(latest('salts'), face.salts);
  return {
    isSlab: face.kind === 'slab' || isLevelFace(face),
    retained: face.near.kind === 'ground' || face.far.kind === 'ground' || face.near.kind === 'tank' || face.far.kind === 'tank',
    overFootM: place && Math.min(...place.path.map((point) => levelAt(face, point))) - levelRange(face).bottomM,
    isDense: face.substrate === 'cast-concrete' || face.substrate === 'precast',
    ageDays: face.castOn === undefined ? undefined : (Date.parse(context.now) - Date.parse(face.castOn)) / DAY_MS,
    chloridePct: latest('chloride'),
    nitratePct: latest('nitrate'),
    meterFallUpward: meterFall(face, own),
    salts: salts ?? (near.some(({ kind }) => kind === 'salt-bloom') ? 'slight' : undefined),
    surfaceOverDewK: surfaceOverDew(own, context.now),
    belowWater: context.waterLevelM === undefined ? undefined : here.some((point) => levelAt(face, point) < context.waterLevelM!),
    nearLeak: near.some((other) => LEAKING_KINDS.has(other.kind) && leaks(other)),
    nearPipe: near.some(({ kind }) => kind === 'penetration'),
    coated: context.coated,
    inSlabRhPct: latest('in-slab-rh'),
    vapourGM2Day: latest('vapour-emission'),
    signs: new Set<Sign>([...(place?.signs ?? []), ...(near.some(({ kind }) => kind === 'mould') ? (['mould'] as const) : [])]),
  };
}

function later(a: Reading | undefined, b: Reading): Reading {
  return a && Date.parse(a.at) >= Date.parse(b.at) ? a : b;
}

function isWithin({ at }: Reading, now: string, hours: number): boolean {
  const ageMs = Date.parse(now) - Date.parse(at);
  return ageMs <= hours * HOUR_MS;
}

function saltsOf(pct: number | undefined, seen: Face['salts']): Face['salts'] {
  if (pct === undefined) return seen;
  return pct >= STRONG_SALTS_PCT ? 'strong' : pct >= SLIGHT_SALTS_PCT ? 'slight' : 'none';
}

/** Digits of the lower half of the readings less those of the upper half, as a share of the larger mean. */
function meterFall(face: Face, own: readonly Reading[]): number | undefined {
  const heights = own
    .filter(({ kind, point }) => kind === 'moisture-meter' && point !== undefined)
    .map(({ point, value }) => ({ levelM: levelAt(face, point!), value }))
    .sort((a, b) => a.levelM - b.levelM);
  if (heights.length < 2 || heights.at(-1)!.levelM - heights[0]!.levelM < 0.2) return undefined;
  const half = Math.floor(heights.length / 2);
  const [low, high] = [mean(heights.slice(0, half)), mean(heights.slice(-half))];
  return Math.max(low, high) === 0 ? 0 : (low - high) / Math.max(low, high);
}

function mean(rows: readonly { value: number }[]): number {
  return rows.reduce((sum, { value }) => sum + value, 0) / rows.length;
}

/**
 * Of the last day's surface readings the least margin over the dew point of the air that was read with each, within the hour: the air of
 * the morning says nothing of the wall at noon. Undefined where no surface was read together with its air.
 */
function surfaceOverDew(own: readonly Reading[], now: string): number | undefined {
  const recent = own.filter((reading) => isWithin(reading, now, AIR_RECENT_H));
  const of = (kind: ReadingKind) => recent.filter((reading) => reading.kind === kind);
  const [airs, humidities] = [of('air-temperature'), of('air-humidity')];
  const margins = of('surface-temperature').flatMap((surface): number[] => {
    const [air, humidity] = [readWith(surface, airs), readWith(surface, humidities)];
    const dewPointC = air && humidity && humidity.value > 0 ? dewPointOf(air.value, humidity.value) : null;
    return dewPointC === null ? [] : [surface.value - dewPointC];
  });
  return margins.length === 0 ? undefined : Math.min(...margins);
}

/** Of these the nearest in time, when it is near enough to be of the same air. */
function readWith(reading: Reading, others: readonly Reading[]): Reading | undefined {
  const apartMs = ({ at }: Reading) => Math.abs(Date.parse(at) - Date.parse(reading.at));
  return others
    .filter((other) => apartMs(other) <= SAME_AIR_H * HOUR_MS)
    .reduce<Reading | undefined>((nearest, next) => (nearest && apartMs(nearest) <= apartMs(next) ? nearest : next), undefined);
}

/** Least distance between two paths on one face, by their points against each other's edges, m. */
function gapM(a: readonly FacePoint[], b: readonly FacePoint[]): number {
  const toPath = (point: FacePoint, path: readonly FacePoint[]) =>
    path.length === 1
      ? Math.hypot(point[0] - path[0]![0], point[1] - path[0]![1])
      : Math.min(...path.slice(1).map((end, i) => distanceToSegment(point, path[i]!, end)));
  return Math.min(...a.map((point) => toPath(point, b)), ...b.map((point) => toPath(point, a)));
}
