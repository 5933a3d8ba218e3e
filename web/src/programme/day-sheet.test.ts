import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { boundsOfDay, dayEvents, dayOf, daySheets } from './day-sheet';

const H = 3_600_000;
const item = (id: string, part: Partial<WorkItem> = {}): WorkItem =>
  ({ id, step: 'prepare', durationMin: 60, waits: [], ...part }) as WorkItem;
const task = (id: string, from: string, hours: number, part: Partial<PlacedTask> = {}): PlacedTask => ({
  ...{ id, chain: 'f', startMs: Date.parse(from), endMs: Date.parse(from) + hours * H, state: 'planned' },
  ...part,
});

test('a day is the job’s own: its name, its bounds, and 23 or 25 hours where the clock is put', () => {
  expect(dayOf(Date.parse('2026-05-20T22:30:00Z'), 'Europe/Oslo')).toBe('2026-05-21');
  const hours = (day: string) => {
    const { fromMs, toMs } = boundsOfDay(day, 'Europe/Oslo')!;
    return (toMs - fromMs) / H;
  };
  expect([hours('2026-05-21'), hours('2026-03-29'), hours('2026-10-25')]).toEqual([24, 23, 25]);
});

test.each(['2026-02-30', 'tomorrow', '', '2026-5-1'])('%j is no day', (day) => expect(boundsOfDay(day, 'UTC')).toBeUndefined());

test('the crew first, then by name; what is over, or on another day, is on none', () => {
  const day = boundsOfDay('2026-05-21', 'UTC')!;
  const tasks = [
    task('late', '2026-05-21T12:00Z', 1),
    task('early', '2026-05-21T07:00Z', 1),
    task('pauli', '2026-05-21T08:00Z', 1),
    task('other', '2026-05-22T08:00Z', 1),
    task('done', '2026-05-21T06:00Z', 1, { state: 'done' }),
    task('lost', '2026-05-21T06:00Z', 1, { startMs: Infinity, endMs: Infinity }),
  ];
  const sheets = daySheets(
    { tasks, conflicts: [] },
    tasks.map(({ id }) => item(id)),
    day,
    (id) => (id === 'pauli' ? 'Pauli' : undefined),
  );
  expect(sheets.map(({ person, work }) => [person, work.map(({ task: { id } }) => id)])).toEqual([
    [null, ['early', 'late']],
    ['Pauli', ['pauli']],
  ]);
});

test('work over two days is on both; what only rests is on none', () => {
  const tasks = [task('long', '2026-05-20T15:00Z', 18), task('dry', '2026-05-20T09:00Z', 25)];
  const items = [item('long'), item('dry', { restH: 24 })];
  const on = (day: string) =>
    daySheets({ tasks, conflicts: [] }, items, boundsOfDay(day, 'UTC')!, () => undefined).flatMap(({ work }) =>
      work.map(({ task: { id } }) => id),
    );
  expect(on('2026-05-20')).toEqual(['dry', 'long']);
  expect(on('2026-05-21')).toEqual(['long']);
});

test('rounds and closing windows of a day, in order', () => {
  const window = { opensMs: 0, closesMs: Date.parse('2026-05-21T13:00Z') };
  const tasks = [task('coat', '2026-05-21T08:00Z', 1, { window }), task('cure', '2026-05-20T08:00Z', 48)];
  const items = [item('coat'), item('cure', { durationMin: 0, restH: 48, roundsPerDay: 2 })];
  const events = dayEvents({ tasks, conflicts: [] }, items, boundsOfDay('2026-05-21', 'UTC')!, 'UTC');
  expect(events.map(({ ms, kind }) => [new Date(ms).toISOString().slice(11, 16), kind])).toEqual([
    ['07:00', 'round'],
    ['13:00', 'closes'],
    ['21:00', 'round'],
  ]);
});
