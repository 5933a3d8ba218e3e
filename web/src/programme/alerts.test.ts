import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { alertsDue } from './alerts';

const MIN = 60_000;
const NOW = Date.parse('2026-05-18T06:55:00Z');
const item = (id: string, part: Partial<WorkItem> = {}): WorkItem =>
  ({ id, step: 'coat-2', durationMin: 60, waits: [], ...part }) as WorkItem;
const task = (id: string, part: Partial<PlacedTask> = {}): PlacedTask => ({
  ...{ id, chain: 'f', startMs: NOW + 600 * MIN, endMs: NOW + 660 * MIN, state: 'planned' },
  ...part,
});
const window = (opensMin: number, closesMin: number | null) => ({
  window: { opensMs: NOW + opensMin * MIN, closesMs: closesMin === null ? null : NOW + closesMin * MIN },
});
const told = (tasks: PlacedTask[], items = tasks.map(({ id }) => item(id)), nowMs = NOW) =>
  alertsDue({ tasks, conflicts: [] }, items, 'UTC', nowMs).map(({ kind, item: { id } }) => `${kind} ${id}`);

test('a window is told a quarter of an hour before it opens and an hour before it closes', () => {
  expect(told([task('a', window(14, 300)), task('b', window(16, 300)), task('c', window(-200, 59)), task('d', window(-200, 61))])).toEqual([
    'opens a',
    'closes c',
  ]);
});

test('not once its work has begun, nor when it has passed, nor where there is none', () => {
  expect(
    told([task('a', { ...window(5, 30), state: 'running' }), task('b', window(-5, -1)), task('c', window(-5, null)), task('d')]),
  ).toEqual([]);
});

// of two rounds a day the first is at seven
test('a round of mist is told ten minutes before', () => {
  const cure = task('cure', { startMs: NOW - 600 * MIN, endMs: NOW + 2000 * MIN, state: 'running' });
  const items = [item('cure', { durationMin: 0, restH: 48, roundsPerDay: 2 })];
  expect(told([cure], items)).toEqual(['round cure']);
  expect(told([cure], items, NOW - 6 * MIN)).toEqual([]);
});

test('it is the same thing while it moves by minutes, and another when it moves by more', () => {
  const key = (opensMin: number) =>
    alertsDue({ tasks: [task('a', window(opensMin, null))], conflicts: [] }, [item('a')], 'UTC', NOW)[0]!.key;
  expect(key(6)).toBe(key(7));
  expect(key(1)).not.toBe(key(14));
});
