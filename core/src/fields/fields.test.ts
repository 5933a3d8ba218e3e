import fc from 'fast-check';
import { type Issue } from '../issues';
import {
  anyOf,
  choice,
  describeFields,
  flag,
  list,
  nullable,
  number,
  optional,
  readFields,
  record,
  runCalculator,
  time,
  withDefault,
  type Calculator,
} from './index';

const FIELDS = {
  headM: number('m', { min: 0, max: 100 }),
  widthMm: number('mm', { above: 0 }),
  coats: withDefault(number('', { min: 1, max: 9, whole: true }), 2),
  side: choice(['positive', 'negative']),
  whole: withDefault(flag(), false),
  at: optional(time()),
  maxH: optional(nullable(number('h', { min: 0 }))),
  hazards: optional(anyOf(['lime', 'solvent'])),
  packs: optional(list(record({ sizeKg: number('kg', { above: 0 }) }), 3)),
};
const SOUND = { headM: 3, widthMm: 0.4, side: 'positive' };

function read(raw: unknown) {
  const issues: Issue[] = [];
  const value = readFields(FIELDS, raw, '', issues);
  return { value, issues: issues.map(({ code, path }) => `${code} at ${path}`) };
}

test('what is left out takes its default, or stays away', () => {
  expect(read(SOUND)).toEqual({ value: { ...SOUND, coats: 2, whole: false }, issues: [] });
});

test('null says that there is none; leaving out says nothing', () => {
  expect(read({ ...SOUND, maxH: null }).value).toMatchObject({ maxH: null });
  expect(read(SOUND).value).not.toHaveProperty('maxH');
  expect(read({ ...SOUND, headM: null }).issues).toEqual(['not-a-number at headM']);
});

test.each<[string, object, string]>([
  ['below', { headM: -0.1 }, 'below-min at headM'],
  ['above', { headM: 100.1 }, 'above-max at headM'],
  ['at an exclusive bound', { widthMm: 0 }, 'not-above at widthMm'],
  ['a fraction of a coat', { coats: 1.5 }, 'not-whole at coats'],
  ['a number as text', { headM: '3' }, 'not-a-number at headM'],
  ['not a number', { headM: NaN }, 'not-a-number at headM'],
  ['endless', { widthMm: Infinity }, 'not-a-number at widthMm'],
  ['another choice', { side: 'left' }, 'not-one-of at side'],
  ['neither yes nor no', { whole: 1 }, 'not-true-or-false at whole'],
  ['a time without offset', { at: '2026-05-20T10:00:00' }, 'not-a-time-with-offset at at'],
  ['a day that is none', { at: '2026-13-45T10:00:00Z' }, 'not-a-time-with-offset at at'],
  ['one of some twice', { hazards: ['lime', 'lime'] }, 'listed-twice at hazards[1]'],
  ['none of some', { hazards: ['gas'] }, 'not-one-of at hazards[0]'],
  ['no list', { packs: {} }, 'not-a-list at packs'],
  ['an empty list', { packs: [] }, 'empty-list at packs'],
  ['too long a list', { packs: Array(4).fill({ sizeKg: 1 }) }, 'too-many at packs'],
  ['inside a list', { packs: [{ sizeKg: 1 }, { sizeKg: -1 }] }, 'not-above at packs[1].sizeKg'],
  ['unknown inside a list', { packs: [{ sizeKg: 1, colour: 'grey' }] }, 'unknown-field at packs[0].colour'],
  ['a text for a record', { packs: ['x'] }, 'not-a-record at packs[0]'],
])('%s', (_name, part, wanted) => expect(read({ ...SOUND, ...part })).toEqual({ value: undefined, issues: [wanted] }));

test('every fault is reported, not the first alone', () => {
  expect(read({ headM: -1, colour: 'grey' }).issues.sort()).toEqual([
    'below-min at headM',
    'missing at side',
    'missing at widthMm',
    'unknown-field at colour',
  ]);
});

test('names that every object has are no way in', () => {
  expect(read({ ...SOUND, toString: 1 }).issues).toEqual(['unknown-field at toString']);
  expect(read(JSON.parse('{"__proto__": 1}')).issues).toContain('unknown-field at __proto__');
});

test('descriptions are plain data that survive being sent', () => {
  const described = describeFields(FIELDS);
  expect(JSON.parse(JSON.stringify(described))).toEqual(described);
  expect(described['headM']).toEqual({ type: 'number', unit: 'm', min: 0, max: 100, required: true });
  expect(described['coats']).toMatchObject({ required: false, default: 2 });
});

test('reading never throws, whatever comes', () => {
  fc.assert(fc.property(fc.anything(), (raw) => void read(raw)));
});

test('an answer that overflows is refused', () => {
  const tower: Calculator<{ base: ReturnType<typeof number> }, { out: number }> = {
    id: 'tower',
    fields: { base: number('') },
    outputs: { out: '' },
    equation: [],
    sources: [],
    compute: ({ base }) => ({ ok: true, value: { out: base ** 400 } }),
  };
  expect(runCalculator(tower, { base: 2 }).ok).toBe(true);
  expect(runCalculator(tower, { base: 99 })).toEqual({ ok: false, issues: [{ code: 'figures-out-of-reach', path: '' }] });
});
