import type { EntryBody, LogEntry } from './entry';
import { checkEntry, foldLog, hotWorkOf } from './index';

const MORNING = Date.parse('2026-05-18T07:00:00Z');
const MIN = 60_000;
let n = 0;
const line = (minutes: number, body: EntryBody, part: Partial<LogEntry> = {}) => ({
  entry: {
    id: `e${++n}`,
    occurredAt: new Date(MORNING + minutes * MIN).toISOString(),
    personId: 'p',
    personName: 'Ida',
    body,
    ...part,
  } as LogEntry,
});
const about = { workItemId: 'roof', planRevisionId: 'r' };
const start = line(0, { kind: 'start', ...about });
const kettle = (minutes: number, kettleC: number) => line(minutes, { kind: 'hot', ...about, of: 'kettle', kettleC });
const finish = line(240, { kind: 'finish', ...about });
const out = (minutes: number) => line(minutes, { kind: 'hot', ...about, of: 'out' });
const at = (lines: ReturnType<typeof line>[], minutes: number, isHot: (id: string) => boolean = (id) => id === 'roof') =>
  hotWorkOf({ done: foldLog(lines).done, lines }, isHot, MORNING + minutes * MIN);

test('the kettle is read half an hour after the start, and after each reading', () => {
  expect(at([start], 5)).toEqual([{ workItemId: 'roof', state: 'on', dueMs: MORNING + 30 * MIN }]);
  expect(at([start, kettle(55, 204)], 60)).toEqual([
    { workItemId: 'roof', state: 'on', lastC: 204, lastMs: MORNING + 55 * MIN, dueMs: MORNING + 85 * MIN },
  ]);
});

test('a reading that was corrected counts as corrected', () => {
  const wrong = kettle(55, 24);
  const right = line(55, { kind: 'hot', ...about, of: 'kettle', kettleC: 204 }, { supersedes: wrong.entry.id });
  expect(at([start, wrong, right], 60)).toMatchObject([{ lastC: 204 }]);
});

// NFPA 51B-2019: a fire watch of at least an hour after the work (from memory)
test('after it somebody watches for an hour, and the watch is asked for until it was ended, a day at the most', () => {
  const watch = [{ workItemId: 'roof', state: 'watch', untilMs: MORNING + 300 * MIN }];
  expect(at([start, finish], 241)).toEqual(watch);
  expect(at([start, finish], 700)).toEqual(watch);
  expect(at([start, finish, out(305)], 306)).toEqual([]);
  expect(at([start, finish], 240 + 24 * 60 + 1)).toEqual([]);
});

test('what was ended while the kettle was on ends no watch; cold work has none', () => {
  expect(at([start, out(100), finish], 250)).toHaveLength(1);
  expect(at([start, finish], 250, () => false)).toEqual([]);
  expect(at([], 0)).toEqual([]);
});

test('a reading wants its figure, the end of a watch has none', () => {
  const codes = (body: EntryBody) => checkEntry(body, '2026-05-18T07:00:00Z').map(({ code }) => code);
  expect(codes({ kind: 'hot', ...about, of: 'kettle' })).toEqual(['missing']);
  expect(codes({ kind: 'hot', ...about, of: 'out', kettleC: 200 })).toEqual(['not-wanted']);
  expect(codes({ kind: 'hot', ...about, of: 'kettle', kettleC: 204 })).toEqual([]);
});
