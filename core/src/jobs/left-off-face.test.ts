import { sampleJob } from '../testing/sample-job';
import { type Face, type Feature, type Reading, checkLeftOff } from './index';

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
