import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask, Programme } from '@caulkhorn/core/programme';
import { boardRows, happenings, machineRows, whoIsWhere } from './board-rows';

const H = 3_600_000;
const NOW = Date.parse('2026-05-18T07:00:00Z');
const model = {
  job: { timeZone: 'UTC' },
  spaces: [
    { id: 's', name: 'Pit', order: 2 },
    { id: 'r', name: 'Store', order: 1 },
  ],
  faces: [
    { id: 'p', spaceId: 's', mark: 'P', order: 1 },
    { id: 'b', spaceId: 'r', mark: 'B', order: 2 },
    { id: 'a', spaceId: 'r', mark: 'A', order: 1 },
  ],
} as never;
const task = (id: string, chain: string, fromH: number, toH: number, part: Partial<PlacedTask> = {}): PlacedTask => ({
  ...{ id, chain, startMs: NOW + fromH * H, endMs: NOW + toH * H, state: 'planned' },
  ...part,
});
const item = (id: string, part: Partial<WorkItem> = {}): WorkItem =>
  ({ id, step: 'coat-1', durationMin: 60, waits: [], ...part }) as WorkItem;
const span = { fromMs: NOW - 24 * H, toMs: NOW + 100 * H };
const rowsOf = (tasks: PlacedTask[], items: WorkItem[], conflicts: Programme['conflicts'] = []) =>
  boardRows(model, { tasks, conflicts }, items, span);

test('faces stand under their rooms, in the order of the walk; those without work do not', () => {
  const tasks = [task('1', 'p', 0, 1), task('2', 'a', 1, 2)];
  expect(
    rowsOf(tasks, [item('1'), item('2')]).map((row) => (row.kind === 'face' ? row.face.mark : row.kind === 'room' ? row.name : row.kind)),
  ).toEqual(['Store', 'A', 'Pit', 'P']);
});

test('what rests is told from what the crew does', () => {
  const [, row] = rowsOf([task('dry', 'a', 0, 25)], [item('dry', { restH: 24 })]);
  expect(row).toMatchObject({ bars: [{ leftMs: NOW + H }] });
  expect(happenings([row!]).busy).toEqual([{ fromMs: NOW, toMs: NOW + H }]);
});

test('who is where: the crew first, then by name; nobody stands beside what rests', () => {
  const tasks = [task('1', 'a', 3, 4), task('2', 'p', 0, 1), task('dry', 'p', 1, 25), task('3', 'b', 1, 2)];
  const rows = rowsOf(tasks, [item('1'), item('2'), item('dry', { durationMin: 0, restH: 24 }), item('3')]);
  const where = whoIsWhere(rows, (id) => (id === '3' ? 'Pauli' : undefined));
  expect(where.map((row) => (row.kind === 'who' ? [row.name, row.stays.map(({ mark }) => mark)] : row))).toEqual([
    [null, ['P', 'A']],
    ['Pauli', ['B']],
  ]);
});

test('of several gangs each has its line; what was given to somebody is theirs', () => {
  const tasks = [task('1', 'a', 3, 4, { gang: 1 }), task('2', 'p', 0, 1, { gang: 0 }), task('3', 'b', 1, 2, { gang: 1 })];
  const where = whoIsWhere(rowsOf(tasks, [item('1'), item('2'), item('3')]), (id) => (id === '3' ? 'Pauli' : undefined));
  expect(where.map((row) => (row.kind === 'who' ? [row.name, row.stays.map(({ mark }) => mark)] : row))).toEqual([
    ['Gang 1', ['P']],
    ['Gang 2', ['A']],
    ['Pauli', ['B']],
  ]);
});

test('what finds no place, or lies beyond, is not on it', () => {
  const lost = task('lost', 'a', 0, 1, { startMs: Infinity, endMs: Infinity });
  expect(rowsOf([lost, task('old', 'a', -60, -50)], [item('lost'), item('old')])).toEqual([]);
});

test('rounds and closing windows happen, whoever is there; a conflict goes with its work', () => {
  const window = { opensMs: NOW + 2 * H, closesMs: NOW + 20 * H };
  const tasks = [task('coat', 'a', 3, 4, { window }), task('cure', 'a', 5, 53)];
  const rows = rowsOf(
    tasks,
    [item('coat'), item('cure', { durationMin: 0, restH: 48, roundsPerDay: 2 })],
    [{ code: 'window-missed', taskId: 'coat' }],
  );
  const { events, busy } = happenings(rows);
  expect(events).toContain(NOW + 20 * H);
  // at 7:00 and 21:00, from the afternoon of the 18th to that of the 20th
  expect(events.filter((ms) => ms !== NOW + 20 * H).map((ms) => new Date(ms).toISOString().slice(8, 13))).toEqual([
    '18T21',
    '19T07',
    '19T21',
    '20T07',
  ]);
  expect(busy).toHaveLength(1);
  expect(rows[1]).toMatchObject({ bars: [{ conflict: { code: 'window-missed' } }, {}] });
});

test('a machine is where its work is, and at the other jobs that have it; a dryer as long as it dries', () => {
  const tasks = [task('1', 'a', 0, 2), task('dry', 'p', 2, 26)];
  const items = [item('1', { machines: ['jet'] }), item('dry', { durationMin: 60, restH: 23, machines: ['dehumidifier'] })];
  const booking = (jobName: string, machines: ('jet' | 'kettle')[], fromH: number) => ({
    jobId: jobName,
    jobName,
    machines,
    fromMs: NOW + fromH * H,
    toMs: NOW + (fromH + 2) * H,
  });
  const rows = machineRows(
    rowsOf(tasks, items),
    [booking('Kelp', ['jet'], 4), booking('Far', ['jet'], 400), booking('Hot', ['kettle'], 4)],
    span,
  );
  expect(rows).toEqual([
    expect.objectContaining({
      id: 'jet',
      stays: [expect.objectContaining({ mark: 'A', toMs: NOW + 2 * H })],
      away: [expect.objectContaining({ jobName: 'Kelp' })],
    }),
    expect.objectContaining({ id: 'dehumidifier', stays: [expect.objectContaining({ mark: 'P', toMs: NOW + 26 * H })], away: [] }),
  ]);
});

test('hours that are closed to what is planned on a face stand on its row, once; not those of what is done', () => {
  const hours = (fromH: number) => ({
    fromMs: NOW + fromH * H,
    toMs: NOW + (fromH + 1) * H,
    because: { code: 'person-off' as const, person: 'P' },
  });
  const [shared, done] = [hours(2), hours(3)];
  const tasks = [task('1', 'a', 0, 1), task('2', 'a', 1, 2), task('old', 'a', -2, -1, { state: 'done' })];
  const closedOf = (id: string) => (id === 'old' ? [done] : [shared]);
  const [, row] = boardRows(model, { tasks, conflicts: [] }, [item('1'), item('2'), item('old')], { ...span, closedOf });
  expect(row).toMatchObject({ closed: [shared] });
});
