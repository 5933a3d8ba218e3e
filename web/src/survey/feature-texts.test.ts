import type { Feature } from '@caulkhorn/core/jobs';
import { crack } from '../../../core/src/testing/sample-job';
import { featureFrom, hasField, textsOf } from './feature-texts';

const NOW = '2026-05-20T10:00:00Z';
const leak: Feature = crack({
  id: 'l1',
  kind: 'leak',
  mark: 'L1',
  widthMm: undefined,
  movement: undefined,
  flow: { at: '2026-05-01T08:00:00Z', volumeMl: 400, seconds: 20 },
});
/** The feature after some of its texts were typed over. */
const typed = (feature: Feature, part: Partial<ReturnType<typeof textsOf>>, units: 'metric' | 'us' = 'metric') =>
  featureFrom(feature, { ...textsOf(feature, units), ...part }, units, NOW);

test('what nobody touched stays as it is, in either system of units', () => {
  const feature = crack({ note: 'old', pastLeakage: true });
  for (const units of ['metric', 'us'] as const) expect(typed(feature, {}, units)).toEqual(feature);
  expect(typed(leak, {})).toEqual({ ...leak, widthMm: undefined, movement: undefined });
});

test('a width is kept as typed beside its millimetres', () => {
  expect(typed(crack(), { widthMm: '0,8' })).toMatchObject({ widthMm: 0.8, typed: { widthMm: { text: '0,8', unit: 'mm' } } });
  const inches = typed(crack(), { widthMm: '1/16' }, 'us');
  expect(Number.isNaN(inches.widthMm) || Math.abs(inches.widthMm! - 25.4 / 16) < 1e-9).toBe(true);
  expect(typed(crack(), { widthMm: '' })).not.toHaveProperty('widthMm');
  expect(typed(crack(), { widthMm: 'wide' }).widthMm).toBeNaN();
});

test('a point moves by its own figures alone', () => {
  const [from, to] = crack().path;
  const texts = textsOf(crack(), 'metric');
  const moved = typed(crack(), { path: [texts.path[0]!, { u: '1,5', v: texts.path[1]!.v }] });
  expect(moved.path).toEqual([from, [1.5, to![1]]]);
});

test('water caught is dated when its figures change, and not when they do not', () => {
  expect(typed(leak, { note: 'again' }).flow).toEqual(leak.flow);
  expect(typed(leak, { seconds: '30' }).flow).toEqual({ at: NOW, volumeMl: 400, seconds: 30 });
  expect(typed(leak, { flowBy: 'drips', dripsPerMin: '44' }).flow).toEqual({ at: NOW, dripsPerMin: 44 });
  expect(typed(leak, { flowBy: 'none' })).not.toHaveProperty('flow');
  // chosen how, no figure yet
  expect(typed(crack(), { flowBy: 'bucket' })).not.toHaveProperty('flow');
});

test('each kind has its own fields', () => {
  expect(hasField({ kind: 'crack' }, 'widthMm')).toBe(true);
  expect(hasField({ kind: 'penetration' }, 'widthMm')).toBe(false);
  expect(hasField({ kind: 'penetration' }, 'pipe')).toBe(true);
  expect(hasField({ kind: 'mould' }, 'depthMm')).toBe(false);
});
