import type { LogLine } from './entry';
import { timeMarks } from './marks';

const line = (occurredAt: string, receivedAt: string, part: Partial<LogLine> = {}, writtenAt = occurredAt) =>
  ({ entry: { occurredAt, writtenAt }, receipt: { receivedAt }, ...part }) as LogLine;
/** Written by a device whose clock was ahead by so many seconds, and that knew it. */
const clocked = (occurredAt: string, receivedAt: string, clockAheadS: number) => {
  const writtenAt = new Date(Date.parse(occurredAt) + clockAheadS * 1000).toISOString();
  return { entry: { occurredAt, writtenAt, clockAheadS }, receipt: { receivedAt } } as LogLine;
};
const MADE = '2026-05-01T08:00:00Z';

// bounds are the project's own: common practice, no source
test.each<[string, LogLine, string[]]>([
  ['written and received at once', line('2026-05-20T10:00:00Z', '2026-05-20T10:00:05Z'), []],
  ['a clock nine minutes fast', line('2026-05-20T10:09:00Z', '2026-05-20T10:00:00Z'), []],
  ['a clock eleven minutes fast', line('2026-05-20T10:11:00Z', '2026-05-20T10:00:00Z'), ['in-future']],
  ['a clock ten minutes fast to the second', line('2026-05-20T10:10:00Z', '2026-05-20T10:00:00Z'), []],
  ['seven days without signal to the second', line('2026-05-13T10:00:00Z', '2026-05-20T10:00:00Z'), []],
  ['ten minutes before there was a job', line('2026-05-01T07:50:00Z', '2026-05-01T08:05:00Z'), []],
  ['six days without signal', line('2026-05-14T10:00:00Z', '2026-05-20T10:00:00Z'), []],
  ['eight days without signal', line('2026-05-12T09:00:00Z', '2026-05-20T10:00:00Z'), ['late']],
  ['written today about a fortnight ago', line('2026-05-06T09:00:00Z', '2026-05-20T10:00:00Z', {}, '2026-05-20T09:59:00Z'), ['late']],
  ['before there was a job', line('2026-04-30T09:00:00Z', '2026-05-02T10:00:00Z'), ['before-job']],
  [
    'received after its device was told lost',
    line('2026-05-20T10:00:00Z', '2026-05-20T10:00:05Z', { deviceRevokedAt: '2026-05-19T18:00:00Z' }),
    ['lost-device'],
  ],
  ['by a clock a day ahead that knew it', clocked('2026-05-20T10:00:00Z', '2026-05-20T10:00:05Z', 86_400), ['clock-off']],
  ['by a clock nine minutes behind that knew it', clocked('2026-05-20T10:00:00Z', '2026-05-20T10:00:05Z', -540), []],
  ['by a clock ten days behind: not late for that', clocked('2026-05-20T10:00:00Z', '2026-05-20T10:00:05Z', -864_000), ['clock-off']],
  [
    'before there was a job here, but it came with a file',
    line('2026-04-30T09:00:00Z', '2026-05-02T10:00:00Z', { importedAt: '2026-05-02T11:00:00Z' }),
    [],
  ],
])('%s', (_what, each, marks) => expect(timeMarks(each, MADE)).toEqual(marks));

test('without a day of making nothing is before it', () =>
  expect(timeMarks(line('2026-04-30T09:00:00Z', '2026-05-02T10:00:00Z'))).toEqual([]));
