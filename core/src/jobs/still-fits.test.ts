import { crack, sampleJob } from '../testing/sample-job';
import { type Face, type Feature, type Reading, type Referrers, checkLeftOff, checkModel, checkReferrers } from './index';

const [face] = sampleJob().faces as [Face, ...Face[]];
const feature = (mark: string, path: Feature['path'], faceId = face.id): Feature => ({
  id: mark,
  faceId,
  mark,
  kind: 'crack',
  path,
  wetState: 'damp',
});
const features = [
  feature('C1', [[1, 1], [2, 1]]),
  feature('C2', [[0.0005, 0.0005], [1, 0.5]]),
  feature('E1', [[3, 1], [3, 2]], 'another'),
]; // prettier-ignore
const reading = (over: Partial<Reading>): Reading => ({
  id: 'r',
  faceId: face.id,
  point: [1, 1],
  kind: 'in-slab-rh',
  value: 80,
  at: '',
  ...over,
});
/** A sliver at its lower left: one end of C2 alone would still lie on it. */
const narrowed: Face = { ...face, outline: [[0, 0], [0.001, 0], [0.001, 0.001], [0, 0.001]] }; // prettier-ignore

test('a face as it is leaves nothing off', () => {
  expect(checkLeftOff(face, { features, readings: [reading({ depthMm: face.thicknessMm })] })).toEqual([]);
});

test('what a smaller outline or an opening would leave hanging is named', () => {
  const lying = { features, readings: [reading({}), reading({ id: 's' }), reading({ id: 'air', point: undefined })] };
  expect(checkLeftOff(narrowed, lying, 'payload')).toEqual([
    { code: 'features-left-off', path: 'payload.outline', values: { marks: 'C1, C2' } },
    { code: 'readings-left-off', path: 'payload.outline', values: { n: 2 } },
  ]);
  const hole: Face = { ...face, openings: [[[0.9, 0.9], [1.1, 0.9], [1.1, 1.1], [0.9, 1.1]]] }; // prettier-ignore
  expect(checkLeftOff(hole, { features: [], readings: [reading({})] })).toHaveLength(1);
});

test('a face does not become thinner than a probe in it is deep', () => {
  const [found, ...more] = checkLeftOff(
    { ...face, thicknessMm: 100 },
    { features: [], readings: [reading({ depthMm: 90 }), reading({ depthMm: 120 })] },
  );
  expect(found).toEqual({ code: 'probed-deeper', path: 'thicknessMm', values: { depthMm: 120 } });
  expect(more).toEqual([]);
});

test('what lies on other faces is not asked', () => {
  expect(checkLeftOff({ ...narrowed, id: 'bare' }, { features, readings: [reading({})] })).toEqual([]);
});

describe('what refers to a thing that is changed', () => {
  const none: Referrers = { faces: [], features: [], readings: [], photos: [], waterBodies: [] };
  const job = sampleJob();
  const [body] = job.waterBodies;
  const codes = (...args: Parameters<typeof checkReferrers>) => checkReferrers(...args).map(({ code, path }) => `${code} at ${path}`);

  test('a feature does not leave the face that its photos show', () => {
    const photo = { id: 'p', faceId: 'north', featureId: 'k1', at: '2026-05-20T10:00:00Z', originalSha256: 'a'.repeat(64) };
    expect(codes('feature', crack({ faceId: 'east' }), { ...none, photos: [photo] }, 'payload')).toEqual([
      'photos-of-its-face at payload.faceId',
    ]);
    expect(codes('feature', crack(), { ...none, photos: [photo] })).toEqual([]);
    expect(codes('feature', crack({ faceId: 'east' }), { ...none, photos: [{ ...photo, featureId: 'k2' }] })).toEqual([]);
  });

  test('a water stays what faces have against them, and a governing level stays with its water', () => {
    const faces = job.faces.filter(({ near, far }) => near.waterBodyId === body!.id || far.waterBodyId === body!.id);
    const other = body!.kind === 'ground' ? 'tank' : 'ground';
    expect(codes('water-body', { ...body!, kind: other }, { ...none, faces })).toEqual(['stands-against-faces at kind']);
    expect(codes('water-body', { ...body!, name: 'new' }, { ...none, faces })).toEqual([]);
    const level = job.waterLevels.find(({ id }) => id === body!.governingLevelId)!;
    expect(codes('water-level', { ...level, waterBodyId: 'x' }, { ...none, waterBodies: [body!] })).toEqual([
      'governs-another-water at waterBodyId',
    ]);
    expect(codes('water-level', { ...level, levelM: 1 }, { ...none, waterBodies: [body!] })).toEqual([]);
  });

  test('and a thing that is changed so and taken all the same would not pass as a whole job', () => {
    const moved = {
      ...job,
      waterBodies: job.waterBodies.map((each) => ({ ...each, kind: each.kind === 'ground' ? ('tank' as const) : ('ground' as const) })),
    };
    expect(checkModel(moved).map(({ code }) => code)).toContain('water-of-another-kind');
  });
});
