import { buildUp, crack, reading, sampleJob } from '../testing/sample-job';
import { sitePoint } from './geometry';
import {
  type AnyItem,
  type Face,
  type FacePoint,
  type Feature,
  type ItemKind,
  type JobModel,
  LIMITS,
  READING_SPECS,
  type Reading,
  checkItem,
  checkModel,
  lookupIn,
} from './index';

const job: JobModel = { ...sampleJob(), features: [crack()], buildUps: [buildUp('north')] };
const [north, east, floor] = job.faces as [Face, Face, Face];
const found = (kind: ItemKind, item: object) => checkItem(kind, item as AnyItem, lookupIn(job)).map(({ code, path }) => `${code} ${path}`);
const box = (u: number, v: number, wide: number, high: number): FacePoint[] => [
  [u, v],
  [u + wide, v],
  [u + wide, v + high],
  [u, v + high],
];

test.each<[string, Partial<Face>, string[]]>([
  ['as it is', {}, []],
  ['a space that is not there', { spaceId: 'none' }, ['not-found spaceId']],
  [
    'an outline that crosses itself',
    {
      outline: [
        [0, 0],
        [2, 2],
        [2, 0],
        [0, 2],
      ],
    },
    ['outline-crosses-itself outline'],
  ],
  [
    'an outline without area',
    {
      outline: [
        [0, 0],
        [1, 1],
        [2, 2],
      ],
    },
    ['outline-without-area outline'],
  ],
  ['a number too few for its edges', { edgeIds: [0, 1, 2] }, ['wrong-number-of-points edgeIds']],
  ['a number for each edge', { edgeIds: [0, 1, 2, 9] }, []],
  ['a wall laid flat', { placement: { ...north.placement, tiltDeg: 0 } as Face['placement'] }, ['top-not-above-foot placement']],
  ['a room with water in it', { near: { kind: 'room', waterBodyId: 'ground' } }, ['side-holds-no-water near.waterBodyId']],
  ['a water that is not there', { far: { kind: 'ground', waterBodyId: 'none' } }, ['not-found far.waterBodyId']],
  ['ground water as a tank', { far: { kind: 'tank', waterBodyId: 'ground' } }, ['water-of-another-kind far.waterBodyId']],
  ['a sound opening', { openings: [box(1, 0.5, 1, 1)] }, []],
  [
    'an opening that crosses itself',
    {
      openings: [
        [
          [1, 1],
          [2, 2],
          [2, 1],
          [1, 2],
        ],
      ],
    },
    ['outline-crosses-itself openings[0]'],
  ],
  [
    'an opening without area',
    {
      openings: [
        [
          [1, 1],
          [2, 1],
          [3, 1],
        ],
      ],
    },
    ['outline-without-area openings[0]'],
  ],
  ['an opening over the edge', { openings: [box(1, 0.5, 1, 1), box(3.5, 1, 1, 1)] }, ['opening-outside-its-face openings[1]']],
  ['an opening within another', { openings: [box(1, 0.5, 2, 1), box(1.5, 0.8, 0.2, 0.2)] }, ['openings-overlap openings[1]']],
])('a face with %s', (_what, part, wanted) => expect(found('face', { ...north, ...part })).toEqual(wanted));

test('a level face may lie flat', () => expect(found('face', floor)).toEqual([]));

const pipe: Feature = {
  id: 'p',
  faceId: 'north',
  mark: 'N1',
  kind: 'penetration',
  path: [[1, 1]],
  wetState: 'dry',
  diameterMm: 100,
  pipe: 'rigid',
};
const leak: Feature = { id: 'l', faceId: 'north', mark: 'L1', kind: 'leak', path: [[1, 1]], wetState: 'dripping' };
const at = '2026-03-01T08:00:00Z';
test.each<[string, Feature, string[]]>([
  ['on a face that is not there', crack({ faceId: 'none' }), ['not-found faceId']],
  ['of one point, where a line is wanted', crack({ path: [[1, 1]] }), ['wrong-number-of-points path']],
  [
    'with a point off its face',
    crack({
      path: [
        [1, 1],
        [4.5, 1],
      ],
    }),
    ['off-its-face path[1]'],
  ],
  ['without what it must say', { ...pipe, diameterMm: undefined }, ['missing diameterMm']],
  ['with what is not of its kind', { ...pipe, widthMm: 0.4 }, ['not-of-this-kind widthMm']],
  ['with drops counted', { ...leak, flow: { at, dripsPerMin: 20 } }, []],
  ['with a bucket filled', { ...leak, flow: { at, volumeMl: 400, seconds: 20 } }, []],
  ['with drops and a bucket', { ...leak, flow: { at, dripsPerMin: 20, volumeMl: 400, seconds: 20 } }, ['only-one-of flow.dripsPerMin']],
  ['with neither', { ...leak, flow: { at } }, ['one-of-missing flow.dripsPerMin']],
  ['with a bucket and no time', { ...leak, flow: { at, volumeMl: 400 } }, ['missing flow.seconds']],
  ['with drops and a time', { ...leak, flow: { at, dripsPerMin: 20, seconds: 60 } }, ['only-with flow.seconds']],
  [
    'drawn as an area that crosses itself',
    {
      ...leak,
      kind: 'damp-area',
      path: [
        [1, 1],
        [2, 2],
        [2, 1],
        [1, 2],
      ],
    },
    ['outline-crosses-itself path'],
  ],
  [
    'drawn as an area without area',
    {
      ...leak,
      kind: 'damp-area',
      path: [
        [1, 1],
        [2, 1],
        [3, 1],
      ],
    },
    ['outline-without-area path'],
  ],
])('a feature %s', (_what, feature, wanted) => expect(found('feature', feature)).toEqual(wanted));

test.each<[string, Partial<Reading>, string[]]>([
  ['on a face that is not there', { faceId: 'none' }, ['not-found faceId']],
  ['under its least', { kind: 'air-humidity', value: -1, point: undefined }, ['below-min value']],
  ['over its most', { kind: 'air-humidity', value: 101, point: undefined }, ['above-max value']],
  ['of the air, which has no place', { kind: 'air-humidity', value: 60, point: undefined }, []],
  ['of the wall without its place', { point: undefined }, ['missing point']],
  ['off its face', { point: [5, 1] }, ['off-its-face point']],
  ['of the knife, between yes and no', { kind: 'knife-test', value: 0.5 }, ['not-whole value']],
  ['of the knife', { kind: 'knife-test', value: 1 }, []],
  ['with a depth, where none is drilled', { depthMm: 40 }, ['not-of-this-kind depthMm']],
  ['drilled as deep as the slab', { faceId: 'floor', kind: 'in-slab-rh', value: 80, depthMm: 300 }, []],
  ['drilled through it', { faceId: 'floor', kind: 'in-slab-rh', value: 80, depthMm: 301 }, ['above-max depthMm']],
])('a reading %s', (_what, part, wanted) => expect(found('reading', reading(part))).toEqual(wanted));

test('a face has one build-up, a level its water, a governing level its own body, a photo what it shows', () => {
  expect(found('build-up', buildUp('north'))).toEqual([]);
  expect(found('build-up', buildUp('north', { id: 'another' }))).toEqual(['face-has-a-build-up faceId']);
  expect(found('build-up', buildUp('east'))).toEqual([]);
  expect(found('build-up', buildUp('none'))).toEqual(['not-found faceId']);
  const [level] = job.waterLevels;
  expect(found('water-level', level!)).toEqual([]);
  expect(found('water-level', { ...level, waterBodyId: 'none' })).toEqual(['not-found waterBodyId']);
  const [body] = job.waterBodies;
  expect(found('water-body', { ...body, governingLevelId: undefined })).toEqual([]);
  expect(found('water-body', { ...body, governingLevelId: 'none' })).toEqual(['not-found governingLevelId']);
  expect(found('water-body', { ...body, id: 'other' })).toEqual(['not-found governingLevelId']);
  const photo = { id: 'f', faceId: 'north', at };
  expect(found('photo', photo)).toEqual([]);
  expect(found('photo', { ...photo, featureId: 'k1' })).toEqual([]);
  expect(found('photo', { ...photo, faceId: east.id, featureId: 'k1' })).toEqual(['not-found featureId']);
  expect(found('photo', { ...photo, faceId: 'none' })).toEqual(['not-found faceId']);
});

// a quarter round a shaft is a quarter of 2πr along its face
test('a round shaft stands where its face is unrolled from, and its levels rise with it', () => {
  const shaft = { kind: 'cylinder', axis: 'vertical', xM: 10, yM: 20, zM: -4, headingDeg: 0, radiusM: 2, startAngleDeg: 0 } as const;
  const close = (point: readonly number[], wanted: number[]) => expect(point).toEqual(wanted.map((m) => expect.closeTo(m, 9)));
  close(sitePoint(shaft, [0, 1]), [12, 20, -3]);
  close(sitePoint(shaft, [Math.PI, 0]), [10, 22, -4]);
  close(sitePoint({ ...shaft, headingDeg: 90 }, [0, 0]), [10, 22, -4]);
  const tunnel = { ...shaft, axis: 'horizontal' } as const;
  close(sitePoint(tunnel, [5, 0]), [15, 22, -4]);
  close(sitePoint(tunnel, [5, Math.PI]), [15, 20, -2]);
  close(sitePoint({ ...tunnel, startAngleDeg: 180 }, [0, 0]), [10, 18, -4]);
});

test.each(Object.entries(READING_SPECS))(
  'a reading of %s may be as much as its bounds, and they are told with the refusal',
  (kind, { min, max }) => {
    const bounds = (value: number) =>
      checkItem('reading', reading({ kind: kind as Reading['kind'], value }), lookupIn(sampleJob()), '').filter(
        ({ path }) => path === 'value',
      );
    if (Number.isFinite(min)) {
      expect(bounds(min).filter(({ code }) => code !== 'not-whole')).toEqual([]);
      expect(bounds(min - 0.001)).toContainEqual({ code: 'below-min', path: 'value', values: { min } });
    }
    if (Number.isFinite(max)) {
      expect(bounds(max).filter(({ code }) => code !== 'not-whole')).toEqual([]);
      expect(bounds(max + 0.001)).toContainEqual({ code: 'above-max', path: 'value', values: { max } });
    }
  },
);

test('a list may be as long as its limit, and no longer', () => {
  const model = sampleJob();
  const rooms = (n: number) =>
    Array.from({ length: n }, (_, i) => ({ id: i === 0 ? model.spaces[0]!.id : `room ${i}`, name: `Room ${i}`, order: i }));
  expect(checkModel({ ...model, spaces: rooms(LIMITS.spaces) })).toEqual([]);
  expect(checkModel({ ...model, spaces: rooms(LIMITS.spaces + 1) })).toEqual([
    { code: 'too-many', path: 'spaces', values: { max: LIMITS.spaces } },
  ]);
});
