import { accept, type Issue } from '../issues';
import {
  begin,
  byKind,
  type Calculator,
  choice,
  date,
  type Field,
  id,
  list,
  type LongCalculator,
  map,
  mapOf,
  number,
  pair,
  points,
  runCalculator,
  sha256Hex,
  text,
  textOrNone,
  timeZone,
} from './index';

function read<T>(field: Field<T>, raw: unknown): T | string[] {
  const issues: Issue[] = [];
  const value = field.read(raw, 'x', issues);
  return issues.length > 0
    ? issues.map(({ code, path, values }) => `${code} at ${path}${values ? ` ${JSON.stringify(values)}` : ''}`)
    : (value as T);
}

test('a number at its bounds is one; past them it is told which bound, in its unit', () => {
  const inside = number('mm', { min: 1, max: 10 });
  expect([1, 10, 5.5].map((raw) => read(inside, raw))).toEqual([1, 10, 5.5]);
  expect(read(inside, 0.9)).toEqual(['below-min at x {"min":1,"unit":"mm"}']);
  expect(read(inside, 10.1)).toEqual(['above-max at x {"max":10,"unit":"mm"}']);
  const above = number('mm', { above: 0 });
  expect(read(above, 0)).toEqual(['not-above at x {"above":0,"unit":"mm"}']);
  expect(read(above, Number.MIN_VALUE)).toBe(Number.MIN_VALUE);
  // without bounds any finite number is one, as far as numbers go
  expect([-Number.MAX_VALUE, Number.MAX_VALUE, 0].map((raw) => read(number(''), raw))).toEqual([-Number.MAX_VALUE, Number.MAX_VALUE, 0]);
  for (const raw of [Infinity, -Infinity, NaN]) expect(read(number(''), raw)).toEqual(['not-a-number at x']);
  expect(read(number('', { whole: true }), -3)).toBe(-3);
});

test('days, times of the calendar, zones, ids and hashes', () => {
  expect(read(date(), '2028-02-29')).toBe('2028-02-29');
  for (const raw of ['2026-02-29', '2026-2-1', '26-02-01', '2026-02-01T00:00:00Z', 20260201])
    expect(read(date(), raw)).toEqual(['not-a-date at x']);
  expect(read(timeZone(), 'Europe/Oslo')).toBe('Europe/Oslo');
  for (const raw of ['', 'Europe/Nowhere', `Europe/${'x'.repeat(60)}`, 5]) expect(read(timeZone(), raw)).toEqual(['not-a-time-zone at x']);
  const uuid = '0b8a3f2e-1c4d-4e5f-8a9b-0c1d2e3f4a5b';
  expect(read(id(), uuid)).toBe(uuid);
  expect(read(id(), uuid.slice(1))).toHaveLength(1);
  expect(read(sha256Hex(), 'a'.repeat(64))).toBe('a'.repeat(64));
  for (const raw of ['a'.repeat(63), 'g'.repeat(64), 'A'.repeat(64)]) expect(read(sha256Hex(), raw)).toHaveLength(1);
});

test('text by its length and form; one that may be empty says so', () => {
  expect(read(text(3), 'abc')).toBe('abc');
  expect(read(text(3), 'abcd')).toEqual(['too-long at x {"max":3}']);
  expect(read(text(3), '')).toEqual(['too-short at x {"min":1}']);
  expect(read(textOrNone(3), '')).toBe('');
  expect(read(text(5, '[a-z]+'), 'abc')).toBe('abc');
  for (const raw of ['ab1', 'a\u0000', 'a\ud800']) expect(read(text(5, '[a-z]+'), raw)).toEqual(['not-in-this-form at x']);
  expect(read(text(3), 5)).toEqual(['not-text at x']);
});

test('a pair is two figures within reach; points are as many pairs as are wanted', () => {
  expect(read(pair('m', 10), [10, -10])).toEqual([10, -10]);
  for (const raw of [[10.1, 0], [0, -10.1], [1], [1, 2, 3], [1, '2'], [NaN, 0], 'x', null])
    expect(read(pair('m', 10), raw)).toEqual(['not-points at x {"min":1,"max":1}']);
  const line = points('m', 10, [2, 3]);
  expect(
    read(line, [
      [0, 0],
      [1, 1],
    ]),
  ).toEqual([
    [0, 0],
    [1, 1],
  ]);
  for (const raw of [
    [[0, 0]],
    [
      [0, 0],
      [1, 1],
      [2, 2],
      [3, 3],
    ],
    [
      [0, 0],
      [11, 0],
    ],
    {},
  ])
    expect(read(line, raw)).toEqual(['not-points at x {"min":2,"max":3}']);
});

test('maps by any name, or by a name out of a set; records by their kind', () => {
  const any = map(number(''), 2);
  expect(read(any, { a: 1, b: 2 })).toEqual({ a: 1, b: 2 });
  expect(read(any, {})).toEqual({});
  expect(read(any, { a: 1, b: 2, c: 3 })).toEqual(['too-many at x {"max":2}']);
  expect(read(any, { a: 'x' })).toEqual(['not-a-number at x.a']);
  for (const raw of [[], null, 'x']) expect(read(any, raw)).toEqual(['not-a-record at x']);
  const named = mapOf(['a', 'b'], number(''));
  expect(read(named, { b: 2 })).toEqual({ b: 2 });
  expect(read(named, { c: 2 })).toEqual(['not-one-of at x.c {"choices":"a, b"}']);
  const shape = byKind({ round: { radiusM: number('m', { above: 0 }) }, flat: {} });
  expect(read(shape, { kind: 'round', radiusM: 2 })).toEqual({ kind: 'round', radiusM: 2 });
  expect(read(shape, { kind: 'flat' })).toEqual({ kind: 'flat' });
  expect(read(shape, { kind: 'flat', radiusM: 2 })).toEqual(['unknown-field at x.radiusM']);
  for (const raw of [{ kind: 'square' }, { kind: 'toString' }, {}])
    expect(read(shape, raw)).toEqual(['not-one-of at x.kind {"choices":"round, flat"}']);
  for (const raw of [[], null, 5]) expect(read(shape, raw)).toEqual(['not-a-record at x']);
});

test('a list that may say "none" does; its faults carry the place of each', () => {
  expect(read(list(number(''), 2, 0), [])).toEqual([]);
  expect(read(list(number(''), 2), [])).toEqual(['empty-list at x']);
  expect(read(list(number(''), 3), [1, 'a', null])).toEqual(['not-a-number at x[1]', 'not-a-number at x[2]']);
  expect(read(list(choice(['a']), 2), ['b'])).toEqual(['not-one-of at x[0] {"choices":"a"}']);
});

describe('running a calculator', () => {
  const about = { id: 'half', outputs: { half: '' }, equation: [], sources: [] };
  const oneOf: Calculator<{ a: Field<number | undefined>; b: Field<number | undefined> }, { half: number }> = {
    ...about,
    fields: {
      a: { ...number(''), spec: { type: 'number', unit: '', required: false }, read: (raw) => raw as number | undefined },
      b: { spec: { type: 'number', unit: '', required: false }, read: (raw) => raw as number | undefined },
    },
    oneOf: [['a', 'b']],
    compute: ({ a, b }) => accept({ half: (a ?? b!) / 2 }),
  };

  test('of a group exactly one is given: none names all of it, two name each', () => {
    expect(runCalculator(oneOf, { a: 4 })).toEqual({ ok: true, value: { half: 2 } });
    expect(runCalculator(oneOf, {})).toEqual({
      ok: false,
      issues: ['a', 'b'].map((path) => ({ code: 'one-of-missing', path, values: { fields: 'a, b' } })),
    });
    expect(runCalculator(oneOf, { a: 1, b: 2 })).toEqual({
      ok: false,
      issues: ['a', 'b'].map((path) => ({ code: 'only-one-of', path, values: { fields: 'a, b' } })),
    });
    for (const raw of [null, 'x', 5])
      expect(runCalculator(oneOf, raw)).toEqual({ ok: false, issues: [{ code: 'not-a-record', path: '' }] });
  });

  test('an answer that is not finite is refused, wherever in it that stands', () => {
    for (const half of [NaN, Infinity, [1, NaN], { deep: [{ x: -Infinity }] }])
      expect(runCalculator({ ...oneOf, compute: () => accept({ half } as never) }, { a: 1 })).toEqual({
        ok: false,
        issues: [{ code: 'figures-out-of-reach', path: '' }],
      });
    expect(runCalculator({ ...oneOf, compute: () => accept({ half: null, text: 'x', list: [1] } as never) }, { a: 1 }).ok).toBe(true);
  });

  const slices: LongCalculator<Record<string, never>, { half: number }> = {
    ...about,
    fields: {},
    timeLimitMs: () => 1234,
    *steps() {
      let n = 0;
      while (!(yield n / 10)) n++;
      return accept({ half: n });
    },
  };

  test('a long one is asked after each slice, told its own limit, and ends when told', () => {
    const asked: [number, number][] = [];
    expect(runCalculator(slices, {}, (done, limitMs) => asked.push([done, limitMs]) >= 3)).toEqual({ ok: true, value: { half: 2 } });
    expect(asked).toEqual([1, 2, 3].map((n) => [n, 1234]));
    // without anybody to stop it it ends after a thousand
    expect(runCalculator(slices, {})).toEqual({ ok: true, value: { half: 999 } });
    expect(begin(slices, {})).toMatchObject({ ok: true, value: { limitMs: 1234 } });
    expect(begin(oneOf, { a: 2 })).toMatchObject({ ok: true, value: { limitMs: Infinity } });
    expect(begin(oneOf, {}).ok).toBe(false);
  });
});
