import type { PlacedTask, Programme } from '../programme';
import { labourMinor, movesBetween, programmeFigures } from './programme-figures';
import type { WorkItem } from './work-items';

const H = 3_600_000;
const MONDAY_7 = Date.parse('2026-05-18T07:00:00Z');
const options = { nowMs: MONDAY_7, timeZone: 'UTC' };
const task = (id: string, fromH: number, toH: number, part: Partial<PlacedTask> = {}): PlacedTask => ({
  ...{ id, chain: 'f', startMs: MONDAY_7 + fromH * H, endMs: MONDAY_7 + toH * H, state: 'planned' },
  ...part,
});
const item = (id: string, part: Partial<WorkItem> = {}): WorkItem =>
  ({ id, faceId: 'f', step: 'prepare', durationMin: 60, quantity: { value: 1, unit: 'm²' }, waits: [], rewet: false, ...part }) as WorkItem;
const of = (...tasks: PlacedTask[]): Programme => ({ tasks, conflicts: [] });

test('a day counts once, whatever is done on it; what rests on it counts for none', () => {
  const programme = of(task('a', 0, 2), task('b', 3, 4), task('dry', 5, 30), task('c', 48, 49));
  const items = [item('a'), item('b'), item('dry', { restH: 24 }), item('c')];
  expect(programmeFigures(programme, items, options)).toEqual({
    endMs: MONDAY_7 + 49 * H,
    missed: 0,
    roundsAtRest: 0,
    roundsUnnamed: 0,
    daysOnSite: 2,
    hoursOnSite: 20,
  });
});

// four rounds a day are at 7:00, 11:40, 16:20 and 21:00, the last of them when the crew has left at 17:00
test('rounds of mist outside the crew’s hours are counted, Sundays whole', () => {
  const cure = (fromH: number) => of(task('cure', fromH, fromH + 72, { startMs: MONDAY_7 + fromH * H }));
  const items = [item('cure', { durationMin: 0, restH: 72, roundsPerDay: 4 })];
  expect(programmeFigures(cure(0.5), items, options).roundsAtRest).toBe(3);
  expect(programmeFigures(cure(0.5), items, { ...options, personOf: () => 'Pauli' })).toMatchObject({ roundsAtRest: 3, roundsUnnamed: 0 });
  expect(programmeFigures(cure(0.5), items, options).roundsUnnamed).toBe(3);
  // from Friday evening to Monday: Friday 21:00, Saturday 21:00, all of Sunday
  expect(programmeFigures(cure(4 * 24 + 10), items, options).roundsAtRest).toBe(6);
});

test('where something finds no place there is no end', () => {
  const lost = of(task('a', 0, 1), task('b', 0, 1, { startMs: Infinity, endMs: Infinity }));
  expect(programmeFigures(lost, [item('a'), item('b')], options).endMs).toBeNull();
});

test('nothing has no end, and takes no day', () =>
  expect(programmeFigures(of(), [], options)).toEqual({
    endMs: null,
    missed: 0,
    roundsAtRest: 0,
    roundsUnnamed: 0,
    daysOnSite: 0,
    hoursOnSite: 0,
  }));

test('people cost whole days, and an hour for a round out of hours', () =>
  expect(labourMinor({ hoursOnSite: 20, roundsAtRest: 3 }, 2, 4500)).toBe(193_500));

test('what moves is told, the furthest first; what is done never does', () => {
  const now = of(task('a', 0, 1), task('b', 2, 3), task('c', 4, 5), task('d', -9, -8, { state: 'done' }));
  const then = of(task('a', 1, 2), task('b', 2, 3), task('c', 0, 1), task('d', -7, -6, { state: 'done' }));
  expect(movesBetween(now, then)).toEqual([
    { taskId: 'c', byMs: -4 * H },
    { taskId: 'a', byMs: H },
  ]);
});
