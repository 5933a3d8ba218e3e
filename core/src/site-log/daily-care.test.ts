import { careLeft, checkEntry, dayStart } from './index';

const HOUR = 3_600_000;
const at = (iso: string) => Date.parse(iso);
const tick = (iso: string, checks: string[], spaceId = 'pit') => ({ spaceId, at: at(iso), checks });
const MORNING = { spaceId: 'pit', atMs: at('2026-05-20T06:30:00Z'), timeZone: 'Europe/Oslo' };

test('what was ticked in that room that day is done, what was ticked elsewhere, yesterday or afterwards is not', () => {
  const wanted = ['gas-test', 'watcher'];
  expect(careLeft([], wanted, MORNING)).toEqual(wanted);
  expect(careLeft([tick('2026-05-20T05:00:00Z', ['gas-test'])], wanted, MORNING)).toEqual(['watcher']);
  expect(careLeft([tick('2026-05-20T05:00:00Z', wanted, 'hall')], wanted, MORNING)).toEqual(wanted);
  expect(careLeft([tick('2026-05-19T05:00:00Z', wanted)], wanted, MORNING)).toEqual(wanted);
  expect(careLeft([tick('2026-05-20T07:00:00Z', wanted)], wanted, MORNING)).toEqual(wanted);
});

test('a start is written by the minute: what was ticked within that minute came before it', () => {
  expect(careLeft([tick('2026-05-20T06:30:40Z', ['watcher'])], ['watcher'], MORNING)).toEqual([]);
  expect(careLeft([tick('2026-05-20T06:31:00Z', ['watcher'])], ['watcher'], MORNING)).toEqual(['watcher']);
});

test('the day is the job’s own: half past ten in the evening UTC is tomorrow in Oslo', () => {
  expect(dayStart(at('2026-05-19T22:30:00Z'), 'Europe/Oslo')).toBe(at('2026-05-19T22:00:00Z'));
  expect(careLeft([tick('2026-05-19T22:30:00Z', ['watcher'])], ['watcher'], MORNING)).toEqual([]);
  expect(careLeft([tick('2026-05-19T21:30:00Z', ['watcher'])], ['watcher'], MORNING)).toEqual(['watcher']);
});

test('midnight is found on the days when the clock is changed', () => {
  const day = at('2026-03-29T12:00:00Z');
  expect(day - dayStart(day, 'Europe/Oslo')).toBe(13 * HOUR);
});

test('a start with checks left is refused, a finish is not', () => {
  const ids = { workItemId: 'w', planRevisionId: 'r' };
  expect(checkEntry({ kind: 'start', ...ids }, '2026-05-20T06:30:00Z', { careLeft: ['watcher', 'gas-test'] })).toEqual([
    { code: 'care-first', path: 'body', values: { n: 2 } },
  ]);
  expect(checkEntry({ kind: 'finish', ...ids }, '2026-05-20T06:30:00Z', { careLeft: ['watcher'] })).toEqual([]);
});
