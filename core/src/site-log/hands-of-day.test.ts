import type { EntryBody, LogEntry } from './entry';
import { handsOfDay } from './index';

let n = 0;
const line = (occurredAt: string, body: EntryBody, part: Partial<LogEntry> = {}) => ({
  entry: { id: `e${++n}`, personId: 'ida', occurredAt, body, ...part } as LogEntry,
});
const finish = (...hands: string[]): EntryBody => ({
  kind: 'finish',
  workItemId: 'a',
  planRevisionId: 'r',
  ...(hands.length > 0 ? { hands } : {}),
});
/** Two in the night of 19 May by Oslo's clock. */
const AT = { atMs: Date.parse('2026-05-19T00:00:00Z'), timeZone: 'Europe/Oslo' };

test('of whoever writes the last finish of that day counts, by the calendar of the job', () => {
  const lines = [
    // the evening before there
    line('2026-05-18T21:30:00Z', finish('Cy')),
    line('2026-05-18T23:30:00Z', finish('Bo')),
    line('2026-05-18T22:30:00Z', finish('Bo', 'Juno')),
    line('2026-05-18T23:40:00Z', finish('Eva'), { personId: 'tomas' }),
    // not yet
    line('2026-05-19T03:00:00Z', finish('Dag')),
  ];
  expect(handsOfDay(lines, 'ida', AT)).toEqual(['Bo']);
  expect(handsOfDay(lines, 'odile', AT)).toEqual([]);
  expect(handsOfDay(lines.slice(0, 1), 'ida', AT)).toEqual([]);
});

test('alone is alone; of what was corrected the correction counts', () => {
  const named = line('2026-05-18T22:30:00Z', finish('Bo'));
  expect(handsOfDay([named, line('2026-05-18T23:30:00Z', finish())], 'ida', AT)).toEqual([]);
  expect(handsOfDay([named, line('2026-05-18T22:30:00Z', finish('Juno'), { supersedes: named.entry.id })], 'ida', AT)).toEqual(['Juno']);
});
