import type { PlacedTask, Programme } from '@caulkhorn/core/programme';
import { NO_DRAFT, draftStarts, isEmpty, isPinnedIn, withHandsMoves, withMoved, withPerson, withPinned } from './draft';

const H = 3_600_000;
const task = (id: string, chain: string, startH: number, state: PlacedTask['state'] = 'planned'): PlacedTask => ({
  ...{ id, chain, state, startMs: startH * H, endMs: (startH + 1) * H },
});
const stands: Programme = {
  tasks: [task('a0', 'a', -5, 'done'), task('a1', 'a', 1), task('a2', 'a', 3), task('a3', 'a', 5), task('b1', 'b', 2)],
  conflicts: [],
};
const hours = (starts: ReadonlyMap<string, { startMs: number }>) => [...starts].map(([id, { startMs }]) => [id, startMs / H]);

test('nothing changed: all of it where it stands, what is done apart', () =>
  expect(hours(draftStarts(stands, new Map(), NO_DRAFT))).toEqual([
    ['a1', 1],
    ['a2', 3],
    ['a3', 5],
    ['b1', 2],
  ]));

test('what is moved is pinned where it was put; what follows on its face is free, what is pinned there is not', () => {
  const kept = new Map([['a3', { startMs: 5 * H, isPinned: true }]]);
  const draft = withMoved(NO_DRAFT, 'a1', 2 * H);
  const starts = draftStarts(stands, kept, draft);
  expect(hours(starts)).toEqual([
    ['a1', 2],
    ['a3', 5],
    ['b1', 2],
  ]);
  expect([...starts.values()].map(({ isPinned }) => isPinned)).toEqual([true, true, false]);
});

test('until it is placed, what was moved is shown where it was put, as long as it was; all else where it stands', () => {
  const shown = withHandsMoves(stands, withMoved(NO_DRAFT, 'a2', 7 * H));
  expect(shown.tasks.map(({ id, startMs, endMs }) => [id, startMs / H, endMs / H])).toEqual([
    ['a0', -5, -4],
    ['a1', 1, 2],
    ['a2', 7, 8],
    ['a3', 5, 6],
    ['b1', 2, 3],
  ]);
  // nothing is drawn anew for what nobody moved
  expect(withHandsMoves(stands, withPinned(NO_DRAFT, 'a1', true))).toBe(stands);
});

test('a pin is set and taken off by hand, whatever was kept', () => {
  const kept = new Map([['a1', { startMs: H, isPinned: true }]]);
  expect(isPinnedIn(NO_DRAFT, kept, 'a1')).toBe(true);
  expect(isPinnedIn(withPinned(NO_DRAFT, 'a1', false), kept, 'a1')).toBe(false);
  expect(isPinnedIn(withMoved(NO_DRAFT, 'b1', 0), kept, 'b1')).toBe(true);
});

test('giving work to somebody is a change like any other', () => {
  expect(isEmpty(NO_DRAFT)).toBe(true);
  expect(isEmpty(withPerson(NO_DRAFT, 'a1', undefined))).toBe(false);
});
