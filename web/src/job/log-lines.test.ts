import { FIRST_LINK, findBrokenLink, sealReceipt, type LogEntry, type LogLine } from '@caulkhorn/core/site-log';
import type { Command } from '@caulkhorn/contract';
import { type ShownLine, linesWithPending, sealNext } from './log-lines';

const person = { personId: 'p', name: 'Someone', email: 'a@b.c', organisations: [] };
const next = (lines: readonly ShownLine[], pending: readonly Command[], note: string) =>
  sealNext(lines, pending, { jobId: 'job', deviceId: 'phone', person, body: { kind: 'note', note }, occurredAt: '2026-05-20T10:00:00Z' });
const waiting = (payload: LogEntry): Command => ({
  id: JSON.stringify(payload).length.toString(),
  deviceId: 'phone',
  jobId: 'job',
  kind: 'log.append',
  baseVersion: 0,
  payload,
  occurredAt: '2026-05-20T10:00:00Z',
});

test('entries written without signal link to each other and hold once received', () => {
  const pending: Command[] = [];
  for (const note of ['one', 'two', 'three']) pending.push(waiting(next([], pending, note)));
  const shown = linesWithPending([], pending);
  expect(shown.map((line) => [line.entry.deviceSeq, line.receipt])).toEqual([
    [1, null],
    [2, null],
    [3, null],
  ]);
  const received: LogLine[] = [];
  for (const { entry } of shown)
    received.push({
      entry,
      receipt: sealReceipt(entry, {
        receiptSeq: received.length + 1,
        receivedAt: entry.occurredAt,
        prevReceiptHash: received.at(-1)?.receipt.receiptHash ?? FIRST_LINK,
      }),
    });
  expect(findBrokenLink(received)).toBeNull();
  expect(linesWithPending(received, pending)).toHaveLength(3);
  expect(next(received, [], 'four')).toMatchObject({ deviceSeq: 4, prevHash: received[2]!.entry.hash });
});
