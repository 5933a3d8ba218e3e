import { FEATURE_SPECS, type FeatureKind, checkItem, lookupIn } from '@caulkhorn/core/jobs';
import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { newFeature, nextMark } from './new-feature';

const PATHS = {
  point: [[1, 1]],
  'spot-or-line': [[1, 1]],
  line: [
    [1, 1],
    [1.5, 1.2],
  ],
  area: [
    [1, 1],
    [1.5, 1],
    [1.5, 1.4],
  ],
} as const;

test.each(Object.keys(FEATURE_SPECS) as FeatureKind[])('a new %s, as it is drawn, can be saved', (kind) => {
  const path = PATHS[FEATURE_SPECS[kind].shape].map(([u, v]) => [u, v] as const);
  expect(checkItem('feature', newFeature(kind, 'north', path, { features: [] }), lookupIn(sampleJob()))).toEqual([]);
});

test('of a thing just drawn nobody has said how wet it is; a leak lets water in, or it were none', () => {
  const drawn = (kind: FeatureKind) => newFeature(kind, 'north', [[1, 1]], { features: [] });
  for (const kind of ['crack', 'joint', 'penetration', 'tie-hole', 'honeycomb'] as const)
    expect(drawn(kind)).not.toHaveProperty('wetState');
  expect(drawn('leak').wetState).toBe('weeping');
  expect(drawn('damp-area').wetState).toBe('damp');
});

test('marks go on from the highest, whatever was removed between and whatever people wrote', () => {
  expect(nextMark('crack', [])).toBe('K1');
  expect(nextMark('crack', [crack({ mark: 'K2' }), crack({ mark: 'K11' }), crack({ mark: 'K7b' }), crack({ mark: 'L40' })])).toBe('K12');
});

test('the next of a kind is like the last, but for what was caught and what was noted', () => {
  const last = crack({
    widthMm: 0.7,
    movement: 'moving',
    wetState: 'damp',
    note: 'mine',
    flow: { at: '2026-01-01T00:00:00Z', dripsPerMin: 4 },
  });
  const next = newFeature('crack', 'north', [[1, 1], [1, 2]], { features: [last], like: last }); // prettier-ignore
  expect(next).toMatchObject({ mark: 'K2', widthMm: 0.7, movement: 'moving', wetState: 'damp' });
  expect(next).not.toHaveProperty('flow');
  expect(next).not.toHaveProperty('note');
});

test('a crack has no width until someone measures it', () => {
  expect(newFeature('crack', 'north', [[1, 1], [1, 2]], { features: [] })).not.toHaveProperty('widthMm'); // prettier-ignore
});
