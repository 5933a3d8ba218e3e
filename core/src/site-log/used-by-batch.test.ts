import type { EntryBody, LogEntry } from './entry';
import { usedByBatch } from './index';

const finish = (
  id: string,
  usedKg: number | undefined,
  part: Partial<LogEntry> = {},
  batchNumber: string | undefined = 'TV-1',
): { entry: LogEntry } => {
  const at = '2026-05-18T07:00:00Z';
  const body = {
    kind: 'finish',
    workItemId: 'a',
    planRevisionId: 'r',
    ...(batchNumber ? { batchNumber } : {}),
    ...(usedKg ? { usedKg } : {}),
  };
  const about = { id, jobId: 'j', deviceId: 'd', deviceSeq: 1, prevHash: '', personId: 'p', personName: 'P' };
  return { entry: { ...about, occurredAt: at, writtenAt: at, body: body as EntryBody, hash: '', signature: null, ...part } };
};

test('what was used of a batch is summed over all that was finished with it', () => {
  expect(usedByBatch([finish('a', 20), finish('b', 5.5), finish('c', 3, {}, 'TV-2')])).toEqual(
    new Map([
      ['TV-1', 25.5],
      ['TV-2', 3],
    ]),
  );
});
test('a slip that was corrected counts once, as corrected', () =>
  expect(usedByBatch([finish('a', 200), finish('b', 20, { supersedes: 'a' })])).toEqual(new Map([['TV-1', 20]])));
test('without a figure or a batch nothing is known', () =>
  expect(
    usedByBatch([
      finish('a', undefined),
      { entry: { ...finish('b', 5).entry, body: { kind: 'finish', workItemId: 'a', planRevisionId: 'r', usedKg: 5 } } },
    ]),
  ).toEqual(new Map()));
