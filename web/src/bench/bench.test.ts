import { CALCULATORS, EXAMPLES, calculate } from '@caulkhorn/core/calculators';
import { describeFields } from '@caulkhorn/core/fields';
import { fromHash, toHash } from './address';
import { type DraftRecord, draftOf, readRecord, rewriteRecord } from '../fields/draft';
import { findCalculators, purposeOf } from './find-calculators';

const metric = { units: 'metric', timeZone: 'Europe/Oslo' } as const;
const us = { units: 'us', timeZone: 'America/Chicago' } as const;

describe('what is typed and what is calculated', () => {
  test.each([...CALCULATORS.keys()])('%s: its example survives the form, in both systems of units', (id) => {
    const specs = describeFields(CALCULATORS.get(id)!.fields);
    for (const reader of [metric, us]) {
      const read = readRecord(specs, draftOf(specs, EXAMPLES[id]!, reader), reader);
      const [direct, typed] = [calculate(id, EXAMPLES[id]), calculate(id, read)];
      expect([typed.ok, direct.ok]).toEqual([true, true]);
      expectClose(read, EXAMPLES[id]);
    }
  });

  test('a comma may be the decimal sign; what is no number stays none and is refused', () => {
    const specs = describeFields(CALCULATORS.get('crack-flow')!.fields);
    const draft: DraftRecord = { widthMm: '0,3', lengthM: 'x', wallThicknessMm: '300', headM: '1e-1' };
    const read = readRecord(specs, draft, metric);
    expect(read).toEqual({ widthMm: 0.3, lengthM: NaN, wallThicknessMm: 300, headM: 0.1 });
    expect(calculate('crack-flow', read)).toMatchObject({ ok: false, issues: [{ code: 'not-a-number', path: 'lengthM' }] });
  });

  test('lines as they come out of a spreadsheet; a value too many is named, not swallowed', () => {
    const specs = describeFields(CALCULATORS.get('film-map')!.fields);
    const read = (readings: string) => readRecord(specs, { readings }, metric)['readings'];
    expect(read('0,4\t0,3\t1,2\n\n1.5\t0.5\t1.6')).toEqual([
      { xM: 0.4, yM: 0.3, mm: 1.2 },
      { xM: 1.5, yM: 0.5, mm: 1.6 },
    ]);
    expect(read('1 2')).toEqual([{ xM: 1, yM: 2 }]);
    expect(calculate('film-map', readRecord(specs, { readings: '1 2 3 4' }, metric)).ok).toBe(false);
    expect(JSON.stringify(calculate('film-map', readRecord(specs, { readings: '1 2 3 4' }, metric)))).toContain('column 4');
  });

  test('names and numbers of a map, and none where none is meant', () => {
    const specs = describeFields(CALCULATORS.get('programme')!.fields);
    const tasks = [{ id: 'a', durationMin: '60', uses: 'big crew 2\nmixer 1' }];
    expect(readRecord(specs, { tasks }, metric)['tasks']).toEqual([{ id: 'a', durationMin: 60, uses: { 'big crew': 2, mixer: 1 } }]);
    const window = describeFields(CALCULATORS.get('recoat-window')!.fields);
    expect(readRecord(window, { maxH: '–' }, metric)).toEqual({ maxH: null });
  });
});

describe('switching the units', () => {
  const there = { ...metric, units: 'us' } as const;

  test.each([...CALCULATORS.keys()])('%s: what is typed means the same, there and back', (id) => {
    const specs = describeFields(CALCULATORS.get(id)!.fields);
    const draft = draftOf(specs, EXAMPLES[id]!, metric);
    const rewritten = rewriteRecord(specs, draft, metric, there);
    expectClose(readRecord(specs, rewritten, there), readRecord(specs, draft, metric));
    expectClose(readRecord(specs, rewriteRecord(specs, rewritten, there, metric), metric), readRecord(specs, draft, metric));
  });

  test('what is no number yet stays as it was typed, beside numbers that turn', () => {
    const specs = describeFields(CALCULATORS.get('film-map')!.fields);
    const draft = { widthM: 'about 3', heightM: '3.048', readings: '1.524 x 25.4\nlater' };
    expect(rewriteRecord(specs, draft, metric, there)).toEqual({ widthM: 'about 3', heightM: '10', readings: '5 x 1\nlater' });
  });
});

describe('addresses', () => {
  test('an input goes into the address and comes back', () => {
    const input = { readings: [{ xM: 1, mm: 1.5 }], note: 'ä # & %' };
    expect(fromHash(toHash(input))).toEqual(input);
    expect(toHash({})).toBe('');
  });

  test('a half-typed number is left out', () => expect(fromHash(toHash({ headM: 3, widthMm: NaN }))).toEqual({ headM: 3 }));

  test.each([['#in=%7Bbroken'], ['#in=%E0%A4%A'], ['#in=3'], ['#in=[1]']])('%s is a link that cannot be read', (hash) => {
    expect(fromHash(hash)).toBeNull();
  });

  test('an address without figures is an empty form', () => expect(fromHash('#else')).toBeUndefined());
});

describe('finding', () => {
  const first = (words: string) => findCalculators(words)[0]?.ids[0];

  test.each([
    ['dew', 'dew-point'],
    ['pot life crew', 'batch-plan'],
    ['KRIGING', 'film-map'],
    ['which leak first', 'sealing-order'],
    ['buoyancy', 'slab-uplift'],
    ['calcium chloride', 'vapour-emission'],
  ])('%s finds %s', (words, id) => expect(first(words)).toBe(id));

  test('no words find all, nonsense finds none', () => {
    expect(findCalculators('').flatMap(({ ids }) => ids)).toEqual([...CALCULATORS.keys()]);
    expect(findCalculators('gearbox')).toEqual([]);
  });

  test('the purpose is the sentence without the other words', () => {
    expect(purposeOf('dew-point')).toBe('Whether the surface sweats.');
    for (const id of CALCULATORS.keys()) expect(purposeOf(id)).toMatch(/^[A-Z].*\.$/);
  });
});

/** Equal but for the rounding of a conversion there and back. */
function expectClose(a: unknown, b: unknown): void {
  if (typeof a === 'number' && typeof b === 'number') return expect(Math.abs(a - b)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(b)));
  if (typeof a === 'string' && typeof b === 'string' && /T\d\d:/.test(a)) return expect(Date.parse(a)).toBe(Date.parse(b));
  if (typeof a !== 'object' || a === null) return expect(a).toEqual(b);
  expect(Object.keys(a).sort()).toEqual(Object.keys(b as object).sort());
  for (const key of Object.keys(a)) expectClose((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]);
}
