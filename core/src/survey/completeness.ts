import { type Issue, issue } from '../issues.js';
import {
  mayMove,
  type Face,
  type Feature,
  type JobModel,
  type Reading,
  type ReadingKind,
  facesInWalk,
  groupBy,
  isLevelFace,
  runs,
} from '../jobs/index.js';
import { testsWanted } from './slab-moisture.js';
import { DAY_MS } from '../quantities/index.js';

/** Moisture and salts change with the season: after this they are read again. */
const READING_GOOD_DAYS = 60;
const AGES: ReadonlySet<ReadingKind> = new Set(['in-slab-rh', 'vapour-emission', 'surface-ph', 'moisture-meter']);
/** Clear distance that a detail round a pipe needs, common practice. */
const PIPES_APART_MM = 50;
/** What only weeps fills no bucket. */
const isCaught = (feature: Pick<Feature, 'wetState'>): boolean => runs(feature) && feature.wetState !== 'weeping';

/** What has not been looked at or measured yet, in the order in which one walks past it. Paths name the thing: `faces.ID`, `features.ID`, `readings.ID`. */
export function surveyGaps(model: Pick<JobModel, 'spaces' | 'faces' | 'features' | 'readings' | 'waterBodies'>, now: string): Issue[] {
  const features = groupBy(model.features, ({ faceId }) => faceId);
  const readings = groupBy(model.readings, ({ faceId }) => faceId);
  const governed = new Set(model.waterBodies.filter(({ governingLevelId }) => governingLevelId !== undefined).map(({ id }) => id));
  return facesInWalk(model).flatMap((face) => {
    const own = features.get(face.id) ?? [];
    return [
      ...(own.length === 0 && face.clearAt === undefined ? [issue('not-looked-over', `faces.${face.id}`)] : []),
      ...(awaitsLevel(face, governed) ? [issue('no-water-level', `faces.${face.id}`)] : []),
      ...own.flatMap(featureGaps),
      ...pipesTooClose(own),
      ...slabGaps(face, readings.get(face.id) ?? [], now),
      ...oldReadings(readings.get(face.id) ?? [], now),
    ];
  });
}

function awaitsLevel({ near, far }: Face, governed: ReadonlySet<string>): boolean {
  const waters = [near, far].filter(({ kind }) => kind === 'ground' || kind === 'tank');
  return waters.length > 0 && waters.every(({ waterBodyId }) => waterBodyId === undefined || !governed.has(waterBodyId));
}

function featureGaps({ id, kind, widthMm, wetState, movement, flow }: Feature): Issue[] {
  const path = `features.${id}`;
  return [
    ...(wetState === undefined ? [issue('wetness-not-looked-at', path)] : []),
    ...(kind === 'crack' && widthMm === undefined ? [issue('crack-without-width', path)] : []),
    ...(movement === undefined && mayMove({ kind, movement }) ? [issue('movement-not-looked-at', path)] : []),
    ...(isCaught({ wetState }) && flow === undefined ? [issue('leak-without-flow', path)] : []),
  ];
}

/** Each pair once, under the pipe that comes later. */
function pipesTooClose(own: readonly Feature[]): Issue[] {
  const pipes = own.filter(({ kind }) => kind === 'penetration');
  return pipes.flatMap((pipe, i) =>
    pipes.slice(0, i).flatMap((other): Issue[] => {
      const [[u, v], [ou, ov]] = [pipe.path[0]!, other.path[0]!];
      const clearMm = Math.hypot(u - ou, v - ov) * 1000 - ((pipe.diameterMm ?? 0) + (other.diameterMm ?? 0)) / 2;
      return clearMm < PIPES_APART_MM
        ? [
            issue('pipes-too-close', `features.${pipe.id}`, {
              other: other.mark,
              clearMm: Math.max(0, Math.round(clearMm)),
              wantedMm: PIPES_APART_MM,
            }),
          ]
        : [];
    }),
  );
}

/** Tests of a slab's moisture against how many its area wants (ASTM F2170, by `moisture-test-plan`). */
function slabGaps(face: Face, own: readonly Reading[], now: string): Issue[] {
  if (face.kind !== 'slab' || !isLevelFace(face)) return [];
  const wanted = testsWanted(face);
  const recent = own.filter(
    (reading) => (reading.kind === 'in-slab-rh' || reading.kind === 'vapour-emission') && ageDays(reading, now) <= READING_GOOD_DAYS,
  );
  const places = new Set(recent.map(({ point }) => point?.join()));
  return places.size < wanted ? [issue('too-few-moisture-tests', `faces.${face.id}`, { have: places.size, want: wanted })] : [];
}

/** Of each kind on a face, the latest reading that is too old to stand on. */
function oldReadings(own: readonly Reading[], now: string): Issue[] {
  return [
    ...groupBy(
      own.filter(({ kind }) => AGES.has(kind)),
      ({ kind }) => kind,
    ).values(),
  ].flatMap((group): Issue[] => {
    const latest = group.reduce((a, b) => (Date.parse(a.at) >= Date.parse(b.at) ? a : b));
    const days = Math.floor(ageDays(latest, now));
    return days > READING_GOOD_DAYS ? [issue('reading-too-old', `readings.${latest.id}`, { days, max: READING_GOOD_DAYS })] : [];
  });
}

function ageDays({ at }: Reading, now: string): number {
  return (Date.parse(now) - Date.parse(at)) / DAY_MS;
}
