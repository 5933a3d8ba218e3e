import type { LogLine } from './entry.js';
import { DAY_MS, MINUTE_MS } from '../quantities/index.js';

/** What makes a reader look twice at when an entry says it happened. */
export type TimeMark = 'before-job' | 'in-future' | 'late' | 'clock-off' | 'lost-device';

/** clocks of phones run apart by less; own judgement, no source */
const CLOCK_SLACK_MS = 10 * MINUTE_MS;
/** a device without signal is back sooner; own judgement, no source */
const LATE_MS = 7 * DAY_MS;

/**
 * Marks of one received line. Nothing is refused for its time: what was written is kept, and the reader is told. Of a line that came
 * with a file only its own receipt speaks.
 * @param jobMadeAt when the job was made on this server; an imported line may well be older
 */
export function timeMarks({ entry, receipt, importedAt, deviceRevokedAt }: LogLine, jobMadeAt?: string): TimeMark[] {
  const occurred = Date.parse(entry.occurredAt);
  const received = Date.parse(receipt.receivedAt);
  const marks: TimeMark[] = [];
  if (jobMadeAt !== undefined && importedAt === undefined && occurred < Date.parse(jobMadeAt) - CLOCK_SLACK_MS) marks.push('before-job');
  if (occurred > received + CLOCK_SLACK_MS) marks.push('in-future');
  if (deviceRevokedAt !== undefined) marks.push('lost-device');
  const writtenMs = Date.parse(entry.writtenAt) - (entry.clockAheadS ?? 0) * 1000;
  if (Math.abs(entry.clockAheadS ?? 0) * 1000 > CLOCK_SLACK_MS) marks.push('clock-off');
  if (received - writtenMs > LATE_MS || received - occurred > LATE_MS) marks.push('late');
  return marks;
}
