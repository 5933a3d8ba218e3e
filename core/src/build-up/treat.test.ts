import { crack, sampleJob } from '../testing/sample-job';
import { FEATURE_SPECS, type Feature, type FeatureKind, type School } from '../jobs';
import { CRYSTALLINE_RULES, ruleForFeature, ruleForJunction } from './index';

const concrete = sampleJob().faces[0]!;
const block = { ...concrete, substrate: 'block' as const };
const ruleOf = (part: Partial<Feature>, school: School = 'B', face = concrete) => ruleForFeature(crack(part), face, school).id;
const pipe = (part: Partial<Feature>): Partial<Feature> => ({
  kind: 'penetration',
  path: [[1, 1]],
  widthMm: undefined,
  movement: undefined,
  ...part,
});

// common practice, no source: every row of the table is reached by a case
const CASES: readonly [string, () => string][] = [
  ['crack-moving', () => ruleOf({ movement: 'moving', wetState: 'running' })],
  ['crack-leaking-block', () => ruleOf({ wetState: 'weeping' }, 'B', block)],
  ['crack-leaking', () => ruleOf({ widthMm: 0.1, wetState: 'weeping' })],
  ['crack-wide-block', () => ruleOf({ widthMm: 2 }, 'B', block)],
  ['crack-wide', () => ruleOf({ widthMm: 0.51 })],
  ['crack-unmeasured', () => ruleOf({ widthMm: undefined })],
  ['crack-fine', () => ruleOf({ widthMm: 0.5, wetState: 'damp' })],
  ['leak-block', () => ruleOf({ kind: 'leak' }, 'B', block)],
  ['leak', () => ruleOf({ kind: 'leak' })],
  ['pipe-not-rigid', () => ruleOf(pipe({ pipe: 'corrugated', wetState: 'running' }))],
  ['pipe-leaking', () => ruleOf(pipe({ pipe: 'rigid', wetState: 'dripping' }))],
  ['pipe-dry', () => ruleOf(pipe({ pipe: 'rigid' }))],
  ['joint-moving', () => ruleOf({ kind: 'joint', movement: 'moving', wetState: 'running' })],
  ['joint-leaking', () => ruleOf({ kind: 'joint', pastLeakage: true })],
  ['joint-static', () => ruleOf({ kind: 'joint' })],
  ['mortar-joint-leaking', () => ruleOf({ kind: 'mortar-joint', wetState: 'weeping' })],
  ['mortar-joint', () => ruleOf({ kind: 'mortar-joint' })],
  ['no-row-yet', () => ruleOf({ kind: 'spall' })],
  ['wall-floor', () => ruleForJunction({ kind: 'wall-floor' }).id],
  ['internal-corner', () => ruleForJunction({ kind: 'internal-corner' }).id],
  ['external-corner', () => ruleForJunction({ kind: 'external-corner' }).id],
  ['movement-junction', () => ruleForJunction({ kind: 'movement' }).id],
  ['construction-junction', () => ruleForJunction({ kind: 'construction' }).id],
  ['in-line-joint', () => ruleForJunction({ kind: 'in-line' }).id],
];

test.each(CASES)('%s', (wanted, rule) => expect(rule()).toBe(wanted));

test('no row of the table goes untested', () =>
  expect(CASES.map(([id]) => id)).toEqual([...new Set(CRYSTALLINE_RULES.map((rule) => rule.id))]));

test('every kind of feature finds a row, whatever is known of it', () => {
  for (const kind of Object.keys(FEATURE_SPECS) as FeatureKind[])
    expect(ruleOf({ kind, widthMm: undefined, movement: undefined })).toBeTruthy();
});

test('the schools part at 0.4 and 0.5 mm', () => {
  expect(ruleOf({ widthMm: 0.45 }, 'A')).toBe('crack-wide');
  expect(ruleOf({ widthMm: 0.45 }, 'B')).toBe('crack-fine');
  expect(ruleOf({ widthMm: 0.4 }, 'A')).toBe('crack-fine');
});

test('past leakage counts as leakage, damp alone does not', () => {
  expect(ruleOf({ widthMm: 0.1, pastLeakage: true })).toBe('crack-leaking');
  expect(ruleOf({ widthMm: 0.1, wetState: 'damp' })).toBe('crack-fine');
});

test('moving things are never filled hard', () => {
  for (const rule of CRYSTALLINE_RULES) if (rule.when.moving) expect([rule.verdict, rule.steps]).toEqual(['refuse', []]);
});
