import type { WorkItem } from '@caulkhorn/core/planning';
import { HOUR_MS, MINUTE_MS } from '@caulkhorn/core/quantities';
import { oddDuration, outOfWindow } from './odd-times';

const AT = Date.parse('2026-03-02T08:00:00Z');
const iso = (ms: number) => new Date(ms).toISOString();

test('a start before its window is as odd as one after it; to the minute it is within', () => {
  const window = { opensMs: AT, closesMs: AT + 2 * HOUR_MS };
  expect(outOfWindow(window, AT - HOUR_MS)).toEqual({ side: 'early', byMs: HOUR_MS });
  expect(outOfWindow(window, AT + 3 * HOUR_MS)).toEqual({ side: 'late', byMs: HOUR_MS });
  for (const ms of [AT - 30_000, AT, AT + 2 * HOUR_MS]) expect(outOfWindow(window, ms)).toBeUndefined();
  expect(outOfWindow({ opensMs: AT, closesMs: null }, AT + 90 * HOUR_MS)).toBeUndefined();
  expect(outOfWindow(window, NaN)).toBeUndefined();
});

test('three hours of work in five minutes, or in two days, are asked about', () => {
  const item = { durationMin: 180 } as WorkItem;
  const done = { startedAt: AT, batchNumbers: [], people: [] };
  const took = (ms: number) =>
    oddDuration(
      item,
      done,
      { kind: 'finish', workItemId: 'w', planRevisionId: 'r', firstLaidAt: iso(AT), lastLaidAt: iso(AT + ms) },
      iso(AT + ms),
    )?.kind;
  expect([5 * MINUTE_MS, 2 * HOUR_MS, 48 * HOUR_MS].map(took)).toEqual(['quick', undefined, 'slow']);
  const bare = { kind: 'finish', workItemId: 'w', planRevisionId: 'r' } as const;
  expect(oddDuration(item, done, bare, iso(AT + MINUTE_MS))?.kind).toBe('quick');
  // a drying face goes on by itself
  expect(oddDuration({ ...item, restH: 24 }, done, bare, iso(AT + 48 * HOUR_MS))).toBeUndefined();
  expect(oddDuration(item, undefined, bare, iso(AT))).toBeUndefined();
});
