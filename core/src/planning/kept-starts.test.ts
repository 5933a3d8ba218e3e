import type { KeptProgramme } from '../jobs';
import type { PlacedTask } from '../programme';
import { asKeptThen, keepProgramme, keptStarts } from './kept-starts';

const at = '2026-05-18T07:00:00.000Z';
const task = (id: string, part: Partial<PlacedTask> = {}): PlacedTask => ({
  ...{ id, chain: 'f', startMs: Date.parse(at), endMs: Date.parse(at) + 1, state: 'planned' },
  ...part,
});
const settings = (part: Partial<Parameters<typeof keepProgramme>[1]> = {}) => ({
  ...{ before: undefined, id: 'first', keptAt: at, keptBy: 'Ines', pinned: new Set<string>(), personOf: () => undefined, workItems: [] },
  ...part,
});

test('keeps what is planned, with its pins and people; not what is done, nor what finds no place', () => {
  const tasks = [task('a'), task('b'), task('done', { state: 'done' }), task('lost', { startMs: Infinity })];
  const kept = keepProgramme(
    { tasks, conflicts: [] },
    settings({ pinned: new Set(['b']), personOf: (id) => (id === 'a' ? 'Pauli' : undefined) }),
  );
  expect(kept).toEqual({
    ...{ id: 'first', keptAt: at, keptBy: 'Ines' },
    starts: [
      { workItemId: 'a', startsAt: at, person: 'Pauli', endsAt: '2026-05-18T07:00:00.001Z' },
      { workItemId: 'b', startsAt: at, isPinned: true },
    ],
  });
  expect(keptStarts({ keptProgrammes: [kept] })).toEqual(
    new Map([
      ['a', { startMs: Date.parse(at), isPinned: false }],
      ['b', { startMs: Date.parse(at), isPinned: true }],
    ]),
  );
});

test('what stood before goes among the earlier ones, five at most', () => {
  let before: KeptProgramme | undefined;
  for (let n = 0; n < 8; n++) before = keepProgramme({ tasks: [], conflicts: [] }, settings({ before, id: `id ${n}`, keptBy: `who ${n}` }));
  expect(before!.id).toBe('id 0');
  expect(before!.keptBy).toBe('who 7');
  expect(before!.earlier!.map(({ keptBy }) => keptBy)).toEqual(['who 6', 'who 5', 'who 4', 'who 3', 'who 2']);
});

test('where work lay then: as long as now, and what was not kept then where it is', () => {
  const ms = Date.parse(at);
  const now = { tasks: [task('a', { startMs: ms + 9, endMs: ms + 12 }), task('new', { startMs: ms + 5, endMs: ms + 6 })], conflicts: [] };
  const then = asKeptThen(now, {
    starts: [
      { workItemId: 'a', startsAt: at },
      { workItemId: 'gone', startsAt: at },
    ],
  });
  expect(then.tasks.map(({ id, startMs, endMs }) => [id, startMs - ms, endMs - ms])).toEqual([
    ['a', 0, 3],
    ['new', 5, 6],
  ]);
});

test('a job from before there were such programmes has none', () => expect(keptStarts({} as never)).toEqual(new Map()));

test('says until when a machine is away: while the crew is at it, and a dryer until it has done', () => {
  const tasks = [task('plug', { endMs: Date.parse(at) + 7_200_000 }), task('dry', { endMs: Date.parse(at) + 90_000_000 }), task('brush')];
  const workItems = [
    { id: 'plug', machines: ['injection-pump' as const], restH: 1 },
    { id: 'dry', machines: ['dehumidifier' as const], restH: 24 },
    { id: 'brush' },
  ];
  const { starts } = keepProgramme({ tasks, conflicts: [] }, settings({ workItems }));
  expect(starts.map(({ endsAt, machines }) => [endsAt, machines])).toEqual([
    ['2026-05-18T08:00:00.000Z', ['injection-pump']],
    ['2026-05-19T08:00:00.000Z', ['dehumidifier']],
    [undefined, undefined],
  ]);
});
