import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { roundsOf } from './rounds';

const startMs = Date.parse('2026-05-18T12:00:00Z');
const item = { restH: 48, roundsPerDay: 4 } as WorkItem;
const task = (change: Partial<PlacedTask> = {}): PlacedTask => ({
  id: 'a',
  chain: 'a',
  startMs,
  endMs: startMs,
  state: 'planned',
  ...change,
});

test('two days of four rounds, none of them at night nor before it begins', () => {
  const rounds = roundsOf(task(), item, 'UTC').map((at) => new Date(at));
  expect(rounds).toHaveLength(8);
  for (const at of rounds) {
    expect(at.getTime()).toBeGreaterThan(startMs);
    expect(at.getUTCHours()).toBeGreaterThanOrEqual(7);
    expect(at.getUTCHours()).toBeLessThanOrEqual(21);
  }
});
test.each<[string, PlacedTask, WorkItem]>([
  ['what only dries', task(), { restH: 24 } as WorkItem],
  ['what is over', task({ state: 'done' }), item],
  ['what no programme places', task({ startMs: Infinity }), item],
])('%s has none', (_says, placed, work) => expect(roundsOf(placed, work, 'UTC')).toEqual([]));
