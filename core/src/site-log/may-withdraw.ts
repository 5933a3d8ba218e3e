import { MINUTE_MS } from '../quantities/index.js';
import type { LogEntry } from './entry.js';

/** A slip is noticed within so long; from then on it is corrected. */
const SLIP_MS = MINUTE_MS;
/** By two clock readings of the same device: what lies between them takes a moment as well. */
const SLACK_MS = 10_000;

/** A signature is taken back by an entry of its own, with a reason. */
const STANDS: ReadonlySet<LogEntry['body']['kind']> = new Set(['withdrawn', 'sign', 'unsign']);

/** Whether an entry may still be taken back by whoever wrote it, on the device that wrote it. */
export function mayWithdraw(
  { personId, deviceId, writtenAt, body }: Pick<LogEntry, 'personId' | 'deviceId' | 'writtenAt' | 'body'>,
  by: Pick<LogEntry, 'personId' | 'deviceId'>,
  /** ms since 1970 */ nowMs: number,
  slackMs = 0,
): boolean {
  const agoMs = nowMs - Date.parse(writtenAt);
  return !STANDS.has(body.kind) && personId === by.personId && deviceId === by.deviceId && agoMs >= 0 && agoMs <= SLIP_MS + slackMs;
}

/** The same, as the server asks it of an entry that says so. */
export const isWithdrawnInTime = (before: LogEntry, entry: LogEntry): boolean =>
  mayWithdraw(before, entry, Date.parse(entry.writtenAt), SLACK_MS);
