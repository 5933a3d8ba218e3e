import type { Face, Reading } from '../jobs';
import { reading, sampleJob } from '../testing/sample-job';
import { FINISHES, carbideLimit, slabAsked, slabNotShown, slabResults } from './index';

const slab = sampleJob().faces[2]!;
const NOW = '2026-03-31T08:00:00Z';
const rh = (id: string, point: [number, number], part: Partial<Reading> = {}) =>
  reading({ id, faceId: 'floor', kind: 'in-slab-rh', value: 74, point, at: '2026-03-20T08:00:00Z', conditionedH: 60, ...part });
const three = [rh('a', [1, 1]), rh('b', [2, 1]), rh('c', [3, 1])];
const ph = reading({ id: 'p', faceId: 'floor', kind: 'surface-ph', value: 8, point: [1, 1], at: '2026-03-20T08:00:00Z' });
const profile = reading({ id: 'q', faceId: 'floor', kind: 'profile', value: 3, point: [1, 1], at: '2026-03-20T08:00:00Z' });
const missing = (readings: Reading[], face = slab) => slabNotShown(slabAsked(face), readings, NOW).map(({ code }) => code);

// ASTM F2170 (from memory): three tests to 92.9 m²; F710: pH and profile before a finish
test('three places of 12 m², pH and profile: nothing is missing', () => {
  expect(missing([...three, ph, profile])).toEqual([]);
  expect(missing([...three, ph], { ...slab, csp: 2 })).toEqual([]);
});

test('each thing that was not tested is named', () => {
  expect(missing([])).toEqual(['slab-tests-missing', 'slab-ph-missing', 'slab-profile-missing']);
  expect(missing([...three, profile])).toEqual(['slab-ph-missing']);
  expect(missing([...three, ph])).toEqual(['slab-profile-missing']);
  expect(slabNotShown(slabAsked(slab), [three[0]!, three[1]!, ph, profile], NOW)).toEqual([
    { code: 'slab-tests-missing', path: 'readings', values: { have: 2, want: 3, days: 30 } },
  ]);
});

test('two tests at one place are one; a dish of vapour counts; another face’s says nothing', () => {
  expect(missing([three[0]!, rh('d', [1, 1]), three[1]!, ph, profile])).toEqual(['slab-tests-missing']);
  expect(missing([three[0]!, three[1]!, rh('e', [3, 2], { kind: 'vapour-emission' }), ph, profile])).toEqual([]);
  expect(missing([three[0]!, three[1]!, rh('e', [3, 2], { faceId: 'north' }), ph, profile])).toEqual(['slab-tests-missing']);
});

test('thirty days are not too old, a day more is', () => {
  const last = (at: string) => missing([three[0]!, three[1]!, rh('c', [3, 1], { at }), ph, profile]);
  expect(last('2026-03-01T08:00:00Z')).toEqual([]);
  expect(last('2026-02-28T08:00:00Z')).toEqual(['slab-tests-missing']);
});

test('a slab for which no tests can be planned is not shown either', () =>
  expect(missing([...three, ph, profile], { ...slab, thicknessMm: 20_000 })).toEqual(['slab-tests-missing']));

// ASTM F2170 and F1869 (from memory): 48 h as in service
test('a test of a slab that did not stand 48 h as in service is not shown', () => {
  const raw = (conditionedH: number | undefined) => missing([three[0]!, three[1]!, rh('c', [3, 1], { conditionedH }), ph, profile]);
  expect([raw(48), raw(47.9), raw(undefined)]).toEqual([[], ['slab-not-conditioned'], ['slab-not-conditioned']]);
});

// common practice, no source: the carbide bottle speaks of screeds, one test to 200 m² and two at least
test('the carbide bottle accepts a screed and never concrete; a hood on the surface accepts nothing', () => {
  const cm = (id: string, point: [number, number]) => rh(id, point, { kind: 'carbide', value: 1.8 });
  const two = [cm('a', [1, 1]), cm('b', [3, 1])];
  expect(missing([...two, ph, profile], { ...slab, substrate: 'screed' })).toEqual([]);
  expect(missing([two[0]!, ph, profile], { ...slab, substrate: 'screed' })).toEqual(['slab-tests-missing']);
  expect(missing([...two, ph, profile])).toEqual(['slab-tests-missing']);
  const hood = three.map((each) => ({ ...each, kind: 'surface-hygrometer' as const }));
  expect(missing([...hood, ph, profile], { ...slab, substrate: 'screed' })).toEqual(['slab-tests-missing']);
  expect(slabResults({ ...slab, substrate: 'screed' }, two)).toEqual({ cmPct: 1.8 });
  expect(slabResults(slab, two)).toEqual({});
});

// DIN 18560-1, from memory: 2.0 % for cement, 1.8 % heated, 0.5 % for gypsum
test.each<[Face['screed'], number]>([
  ['cement', 2],
  ['cement-heated', 1.8],
  ['gypsum', 0.5],
  ['gypsum-heated', 0.5],
  [undefined, 0.5],
])('a screed of %s may hold %d %% under vinyl, by the carbide bottle', (screed, limitPct) =>
  expect(
    carbideLimit(
      screed ? { screed } : {},
      FINISHES.find(({ id }) => id === 'sheet-vinyl')!,
    ),
  ).toBe(limitPct),
);
test('where only the sheet of the finish says, there is none', () =>
  expect(
    carbideLimit(
      { screed: 'cement' },
      FINISHES.find(({ id }) => id === 'resin')!,
    ),
  ).toBeUndefined());
