import type { PlacedTask } from '@caulkhorn/core/programme';
import { nextEvents } from './next-events';

const H = 3_600_000;
const task = (id: string, chain: string, startH: number, more: Partial<PlacedTask> = {}): PlacedTask => ({
  id,
  chain,
  startMs: startH * H,
  endMs: (startH + 2) * H,
  state: 'planned',
  ...more,
});

test('one line a face: what goes wrong before what is on, then by when it begins', () => {
  const tasks = [
    task('a1', 'a', -1, { state: 'running' }),
    task('a2', 'a', 3),
    task('b1', 'b', 9, { window: { opensMs: 4 * H, closesMs: 10 * H } }),
    task('c1', 'c', 20),
    task('d1', 'd', 6),
    task('e1', 'e', 49),
    task('f1', 'f', -3, { state: 'done' }),
  ];
  const events = nextEvents({ tasks, conflicts: [{ code: 'window-missed', taskId: 'c1', lateMs: H }] }, 0, 48 * H);
  expect(events.map(({ task: { id }, kind }) => [id, kind])).toEqual([
    ['c1', 'missed'],
    ['a1', 'running'],
    ['b1', 'window'],
    ['d1', 'start'],
  ]);
});

test('work that finds no place is no window missed', () =>
  expect(nextEvents({ tasks: [task('a', 'a', 1)], conflicts: [{ code: 'beyond-horizon', taskId: 'a' }] }, 0, 48 * H)[0]?.kind).toBe(
    'start',
  ));
