import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { conflictText } from './conflict-text';
import { itemName } from '../words/item-name';

const job = { ...sampleJob(), features: [crack()] };

test.each([
  [{ faceId: 'north', step: 'coat-2' as const }, 'N · coat 2'],
  [{ faceId: 'north', targetId: 'k1', step: 'plug' as const }, 'N · K1 plug'],
  [{ faceId: 'north', targetId: 'north.0~floor.3', step: 'fillet' as const }, 'N · junction fillet'],
  [{ faceId: 'gone', step: 'prepare' as const }, '? · prepare'],
])('%o is called %s', (item, name) => expect(itemName(item, job)).toBe(name));

test('a conflict says what, by how much, and what to do', () => {
  expect(conflictText({ code: 'window-missed', taskId: 't', lateMs: 28_140_000 }, 'C · coat 2')).toMatch(
    /^C · coat 2 would start 7:49 h after its window has closed\. .*its sheet asks of a late coat/,
  );
  expect(conflictText({ code: 'longer-than-shift', taskId: 't' }, 'A · coat 1')).toContain('in strips');
});
