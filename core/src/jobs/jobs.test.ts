import fc from 'fast-check';
import { crack, sampleJob } from '../testing/sample-job';
import { applyChange, checkModel, findJunctions, isOnOutline, levelAt, levelRange, outlineAreaM2, type Face } from './index';

const pipe: Pick<Face, 'placement' | 'outline'> = {
  placement: { kind: 'cylinder', axis: 'horizontal', xM: 0, yM: 0, zM: -3, headingDeg: 0, radiusM: 0.9, startAngleDeg: -90 },
  outline: [
    [0, 0],
    [18, 0],
    [18, 2 * Math.PI * 0.9],
    [0, 2 * Math.PI * 0.9],
  ],
};

describe('geometry', () => {
  test('levels follow from how a face lies', () => {
    const [north, , floor] = sampleJob().faces as [Face, Face, Face];
    expect(levelAt(north, [1, 2])).toBeCloseTo(-0.5, 12);
    expect(levelAt(floor, [3, 2])).toBe(-2.5);
    expect(levelAt({ placement: { kind: 'plane', xM: 0, yM: 0, zM: 0, headingDeg: 30, tiltDeg: 30 } }, [5, 2])).toBeCloseTo(1, 12);
  });

  test('a lining is lowest at its invert and highest at its crown', () => {
    expect(levelAt(pipe, [4, 0])).toBeCloseTo(-3.9, 12);
    expect(levelAt(pipe, [4, Math.PI * 0.9])).toBeCloseTo(-2.1, 12);
    expect(levelRange(pipe)).toEqual({ bottomM: expect.closeTo(-3.9, 9), topM: expect.closeTo(-2.1, 9) });
  });

  test('area of an L by the shoelace formula', () => {
    expect(
      outlineAreaM2([
        [0, 0],
        [4, 0],
        [4, 1],
        [1, 1],
        [1, 3],
        [0, 3],
      ]),
    ).toBe(6);
  });

  test('area does not mind where the polygon lies or begins', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -50, max: 50, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        (shift, w, h, turn) => {
          const box = [
            [shift, 0],
            [shift + w, 0],
            [shift + w, h],
            [shift, h],
          ] as [number, number][];
          expect(outlineAreaM2([...box.slice(turn), ...box.slice(0, turn)])).toBeCloseTo(w * h, 6);
        },
      ),
    );
  });

  test('points on the edge are on the face', () => {
    const { outline } = sampleJob().faces[0]!;
    expect(isOnOutline(outline, [0, 1])).toBe(true);
    expect(isOnOutline(outline, [4, 2.5])).toBe(true);
    expect(isOnOutline(outline, [4.01, 1])).toBe(false);
  });
});

describe('junctions', () => {
  test('come from how faces meet: one corner, two wall–floor lines', () => {
    const found = findJunctions(sampleJob().faces).map(({ kind, faceIds, lengthM, angleDeg }) => ({
      kind,
      faceIds,
      lengthM: Math.round(lengthM * 1000) / 1000,
      angleDeg: Math.round(angleDeg),
    }));
    expect(found).toEqual([
      { kind: 'internal-corner', faceIds: ['east', 'north'], lengthM: 2.5, angleDeg: 90 },
      { kind: 'wall-floor', faceIds: ['east', 'floor'], lengthM: 3, angleDeg: 90 },
      { kind: 'wall-floor', faceIds: ['north', 'floor'], lengthM: 4, angleDeg: 90 },
    ]);
  });

  test('a corner seen from outside is external', () => {
    const faces = sampleJob().faces.map((face) => ({ ...face, placement: { ...face.placement } }));
    const turned = faces.map((face) =>
      face.placement.kind === 'plane' && face.kind === 'wall'
        ? {
            ...face,
            placement:
              face.id === 'north' ? { ...face.placement, xM: 4, headingDeg: 180 } : { ...face.placement, xM: 4, yM: 0, headingDeg: 90 },
          }
        : face,
    );
    expect(findJunctions(turned.slice(0, 2)).map((junction) => junction.kind)).toEqual(['external-corner']);
  });

  test('faces apart do not meet', () => {
    const [north, east] = sampleJob().faces as [Face, Face];
    const moved = { ...east, placement: { ...east.placement, xM: 4.1 } } as Face;
    expect(findJunctions([north, moved])).toEqual([]);
  });
});

describe('checks of a model', () => {
  const issuesOf = (change: (job: ReturnType<typeof sampleJob>) => void) => {
    const job = sampleJob();
    change(job);
    return checkModel(job).map((found) => `${found.code} ${found.path}`);
  };

  test('a sound job passes', () => expect(issuesOf((job) => job.features.push(crack()))).toEqual([]));

  test.each<[string, (job: ReturnType<typeof sampleJob>) => void, string[]]>([
    [
      'a crack off its face',
      (job) =>
        job.features.push(
          crack({
            path: [
              [1, 1],
              [1, 9],
            ],
          }),
        ),
      ['off-its-face features[0].path[1]'],
    ],
    ['a crack of one point', (job) => job.features.push(crack({ path: [[1, 1]] })), ['wrong-number-of-points features[0].path']],
    ['a crack with a pipe’s diameter', (job) => job.features.push(crack({ diameterMm: 50 })), ['not-of-this-kind features[0].diameterMm']],
    ['a feature on no face', (job) => job.features.push(crack({ faceId: 'nowhere' })), ['not-found features[0].faceId']],
    [
      'an outline that crosses itself',
      (job) =>
        (job.faces[0]!.outline = [
          [0, 0],
          [4, 2.5],
          [4, 0],
          [0, 2.5],
        ]),
      ['outline-crosses-itself faces[0].outline'],
    ],
    [
      'an outline without area',
      (job) =>
        (job.faces[0]!.outline = [
          [0, 0],
          [4, 0],
          [4, 0],
          [0, 0],
        ]),
      ['outline-without-area faces[0].outline', 'top-not-above-foot faces[0].placement'],
    ],
    ['an id used twice', (job) => job.spaces.push({ id: 'room', name: 'again', order: 1 }), ['duplicate-id spaces[1].id']],
    [
      'room air holding water',
      (job) => (job.faces[0]!.near = { kind: 'room', waterBodyId: 'ground' }),
      ['side-holds-no-water faces[0].near.waterBodyId'],
    ],
    ['a level of no water', (job) => (job.waterLevels[1]!.waterBodyId = 'sea'), ['not-found waterLevels[1].waterBodyId']],
    [
      'a governing level of another water',
      (job) => (job.waterBodies[0]!.governingLevelId = 'flood'),
      ['not-found waterBodies[0].governingLevelId'],
    ],
  ])('%s', (_name, change, wanted) => expect(issuesOf(change)).toEqual(wanted));

  test('more features than are carried', () => {
    expect(issuesOf((job) => job.features.push(...Array.from({ length: 5001 }, (_, i) => crack({ id: `k${i}` }))))).toEqual([
      'too-many features',
    ]);
  });
});

test('changes leave the model they are applied to alone', () => {
  const job = sampleJob();
  const put = applyChange(job, { kind: 'put', itemKind: 'feature', item: crack() });
  const moved = applyChange(put, { kind: 'put', itemKind: 'feature', item: crack({ note: 'moved' }) });
  const removed = applyChange(moved, { kind: 'remove', itemKind: 'feature', id: 'k1' });
  expect([job, put, moved, removed].map((model) => model.features.map((f) => f.note ?? 'plain'))).toEqual([[], ['plain'], ['moved'], []]);
});
