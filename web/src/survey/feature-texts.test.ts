import { FeatureDto, checkShape } from '@caulkhorn/contract';
import { FEATURE_SPECS, type Feature } from '@caulkhorn/core/jobs';
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

test('ticked signs, and whatever else the form does not show, survive every change of the rest', () => {
  const signs: Feature['signs'] = ['tide-mark', 'worse-after-rain'];
  const seen = { ...crack({ note: 'old' }), signs };
  for (const part of [{}, { note: 'new' }, { wetState: 'running' }, { widthMm: '0.7' }, { mark: 'K9' }])
    expect(typed(seen, part).signs).toEqual(signs);
  expect(typed({ ...leak, signs }, { dripsPerMin: '12', flowBy: 'drips' }).signs).toEqual(signs);
  // and what is emptied is gone
  expect(typed(seen, { note: ' ' })).not.toHaveProperty('note');
});

test.each(Object.keys(FEATURE_SPECS) as Feature['kind'][])('a %s that nobody touched comes back as it was, all its fields', (kind) => {
  const { shape, needs, may } = FEATURE_SPECS[kind];
  const has = (name: (typeof may)[number]) => needs.includes(name) || may.includes(name);
  const feature: Feature = {
    id: 'x',
    faceId: 'north',
    mark: 'X1',
    kind,
    path:
      shape === 'point'
        ? [[1.2345, 0.6789]]
        : shape === 'area'
          ? [
              [0.1, 0.1],
              [1.23456, 0.1],
              [1, 1.7],
            ]
          : [
              [0.3333, 0.1],
              [0.9, 1.41421],
            ],
    wetState: 'weeping',
    ...(has('widthMm') ? { widthMm: 0.37 } : {}),
    ...(has('movement') ? { movement: 'moving' as const } : {}),
    ...(has('movementMm') ? { movementMm: 1.234 } : {}),
    ...(has('diameterMm') ? { diameterMm: 110.5 } : {}),
    ...(has('depthMm') ? { depthMm: 33.3 } : {}),
    ...(has('pipe') ? { pipe: 'corrugated' as const } : {}),
    ...(has('flow') ? { flow: { at: NOW, dripsPerMin: 17 } } : {}),
    signs: ['mould', 'musty'],
    pastLeakage: true,
    note: 'seen from the ladder',
    typed: { widthMm: { text: '0,37', unit: 'mm' } },
  };
  for (const units of ['metric', 'us'] as const) expect(typed(feature, {}, units)).toEqual(feature);
});

test('what nobody has looked at stays so while the rest is written down, and can be saved', () => {
  const ids = { id: 'a3bb189e-8bf9-4888-9912-ace4e6543002', faceId: '7d444840-9dc0-41d1-b245-5ffdce74fad2' };
  const { movement: _m, wetState: _w, ...unseen }: Feature = crack(ids);
  const wide = typed(unseen, { widthMm: '0.4' });
  expect(wide.widthMm).toBe(0.4);
  expect(Object.keys(wide)).not.toEqual(expect.arrayContaining(['movement']));
  expect(Object.keys(wide)).not.toEqual(expect.arrayContaining(['wetState']));
  expect(checkShape(FeatureDto, wide)).toMatchObject({ ok: true });
  // looked at, and taken back again
  const seen = typed(wide, { movement: 'moving', wetState: 'damp' });
  expect(seen).toMatchObject({ movement: 'moving', wetState: 'damp' });
  expect(typed(seen, { movement: '', wetState: '' })).toEqual(wide);
});

test('a width is kept as typed beside its millimetres', () => {
  expect(typed(crack(), { widthMm: '0,8' })).toMatchObject({ widthMm: 0.8, typed: { widthMm: { text: '0,8', unit: 'mm' } } });
  const inches = typed(crack(), { widthMm: '1/16' }, 'us');
  // a fraction is not read, and not guessed at: the form asks for a number
  expect(inches.widthMm).toBeNaN();
  expect(typed(crack(), { widthMm: '0.0625' }, 'us').widthMm).toBeCloseTo(25.4 / 16, 9);
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
