import type { WorkDone } from '../site-log';
import { proofPlanOf } from './proof-plan';
import { lastChances, proofOf } from './index';

const FACE = {
  faceId: 'f',
  layers: [
    { id: 'coat-1', embedded: false },
    { id: 'coat-2', embedded: false },
    { id: 'board', embedded: false },
  ],
  proof: proofPlanOf({
    ...{ family: 'rigid-slurry', areaM2: 20, isLevel: false, isLining: false, isMasonry: false, answersForTank: true, demands: {} },
    ...{ hasFloorFinish: false, layers: [{ layer: 'coat', dryMm: 2, counts: true }], leastFilmShare: 1, wetPlaces: [], penetrations: [] },
  }),
};
const WORK = ['prepare', 'coat-1', 'coat-2', 'board'].map((step) => ({ id: step, faceId: 'f', step }));
const HOUR_MS = 3_600_000;
/** So many steps are finished, an hour each. */
const chances = (n: number, step: string) => {
  const done = new Map(
    WORK.slice(0, n).map(({ id }, i): [string, WorkDone] => [
      id,
      { startedAt: i * HOUR_MS, finishedAt: (i + 0.5) * HOUR_MS, batchNumbers: [], people: [] },
    ]),
  );
  const nowMs = n * HOUR_MS;
  const rows = proofOf(FACE, WORK, { done, nowMs, timeZone: 'UTC', measured: [], tests: [], readings: [] });
  return lastChances(FACE, step, rows).map(({ planned }) => planned.id);
};

test('what a coat covers is to be shown before the first of it begins, and is past showing after', () => {
  expect(chances(1, 'coat-1')).toEqual(['drop-before']);
  expect(chances(1, 'prepare')).toEqual([]);
  // it was begun without: asked for no longer
  expect(chances(2, 'coat-2')).toEqual([]);
});

test('what a board hides is to be shown before it, however long it has yet to cure; what may be left away is not asked for', () => {
  expect(chances(3, 'board')).toContain('hammer');
  expect(chances(3, 'board')).toContain('pull-off');
  expect(chances(3, 'board')).not.toContain('drop-before');
  expect(FACE.proof.filter(({ optional }) => optional).map(({ id }) => id)).toContain('tank-before');
});
