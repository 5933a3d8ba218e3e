import fc from 'fast-check';
import { runCalculator } from '../fields';
import type { Feature } from '../jobs';
import { crack, sampleJob } from '../testing/sample-job';
import { leaksOnWalls, sealingOrder, stoppingInput, stoppingOrder } from './index';

const wall = sampleJob().faces[0]!;
const WATER_M = -0.5;
const leak = (id: string, xM: number, upM: number, more: Partial<Feature> = {}): Feature =>
  crack({ id, path: [[xM, upM]], wetState: 'dripping', ...more });
const seconds = (volumeMl: number): Pick<Feature, 'flow'> => ({ flow: { volumeMl, seconds: 60, at: '2026-05-01T08:00:00Z' } });

test('it is the order that the calculator finds for the same leaks', () => {
  const leaks = [leak('a', 0.5, 0.3, seconds(40)), leak('b', 2, 0.2, seconds(900)), leak('c', 3.5, 1.2, seconds(90))];
  const solved = runCalculator(sealingOrder, stoppingInput([wall], leaksOnWalls([wall], leaks, WATER_M), WATER_M));
  expect(solved.ok && solved.value.order).toEqual(stoppingOrder([wall], leaks, WATER_M));
});

// common practice, no source: work towards the strongest and leave that, or a bleed pipe, for last
test('the strongest bleeds to the end', () => {
  const leaks = [leak('strong', 2, 0.3, { wetState: 'gushing' }), leak('weak', 1, 0.3, { wetState: 'weeping' }), leak('mid', 3, 0.3)];
  expect(stoppingOrder([wall], leaks, WATER_M).at(-1)).toBe('strong');
  expect(stoppingOrder([wall], leaks, undefined)).toEqual(['weak', 'mid', 'strong']);
});
test('what the water does not feed comes first; what does not run is not stopped', () => {
  const leaks = [
    leak('low', 1, 0.2),
    leak('low too', 3, 0.2, { wetState: 'running' }),
    leak('high', 2, 2.4),
    leak('dry', 2, 1, { wetState: 'dry' }),
  ];
  expect(stoppingOrder([wall], leaks, WATER_M)).toEqual(['high', 'low', 'low too']);
});
test('leaks of another wall are another matter', () =>
  expect(stoppingOrder([wall], [leak('a', 1, 0.2, { faceId: 'east' }), leak('b', 2, 0.2)], WATER_M)).toEqual(['b']));

const anyLeak = fc.record({
  xM: fc.double({ min: 0, max: 4, noNaN: true }),
  upM: fc.double({ min: 0, max: 2.5, noNaN: true }),
  wetState: fc.constantFrom<Feature['wetState']>('dry', 'damp', 'weeping', 'dripping', 'running', 'gushing'),
});
test('every leak that runs comes once, with and without a level', () => {
  fc.assert(
    fc.property(
      fc.array(anyLeak, { maxLength: 6 }),
      fc.option(fc.double({ min: -3, max: 1, noNaN: true }), { nil: undefined }),
      (found, levelM) => {
        const leaks = found.map(({ xM, upM, wetState }, i) => leak(`l${i}`, xM, upM, { wetState }));
        const runs = leaks.filter(({ wetState }) => wetState && !['dry', 'damp'].includes(wetState)).map(({ id }) => id);
        expect([...stoppingOrder([wall], leaks, levelM)].sort()).toEqual(runs.sort());
      },
    ),
    { numRuns: 60 },
  );
});
