import type { SessionInfo } from '@caulkhorn/contract';
import { type EntryBody, FIRST_LINK, type LogEntry, type LogLine, type Receipt, sealEntry } from '@caulkhorn/core/site-log';
import { v4 } from 'uuid';
import { clockAheadMs } from '../shared/true-clock';
import { entryOf } from './commands';
import type { Command } from '@caulkhorn/contract';

/** A line of the log as the screens show it: without a receipt it still waits on this device. */
export type ShownLine = Omit<LogLine, 'receipt'> & { receipt: Receipt | null };

export function linesWithPending(received: readonly ShownLine[], pending: readonly Command[]): ShownLine[] {
  const known = new Set(received.map((line) => line.entry.id));
  const waiting = pending.flatMap((command) => {
    const entry = entryOf(command);
    return entry && !known.has(entry.id) ? [{ entry, receipt: null }] : [];
  });
  return [...received, ...waiting];
}

interface NextEntry {
  jobId: string;
  deviceId: string;
  person: SessionInfo;
  body: EntryBody;
  occurredAt: string;
  /** an entry that this one takes the place of, and why */ supersedes?: { entryId: string; reason?: string };
}

/** Numbers, links and hashes an entry behind the last one of this device, sent or waiting. */
export function sealNext(lines: readonly ShownLine[], pending: readonly Command[], next: NextEntry): LogEntry {
  const waiting = pending.map(entryOf).filter((entry): entry is LogEntry => entry !== null);
  const own = [...lines.map((line) => line.entry), ...waiting].filter((entry) => entry.deviceId === next.deviceId);
  const last = own.reduce<LogEntry | undefined>(
    (latest, entry) => (!latest || entry.deviceSeq > latest.deviceSeq ? entry : latest),
    undefined,
  );
  const aheadMs = clockAheadMs();
  return sealEntry({
    id: v4(),
    jobId: next.jobId,
    deviceId: next.deviceId,
    deviceSeq: (last?.deviceSeq ?? 0) + 1,
    prevHash: last?.hash ?? FIRST_LINK,
    personId: next.person.personId,
    personName: next.person.name,
    occurredAt: next.occurredAt,
    // by the device's own clock, whatever is known of it
    // eslint-disable-next-line no-restricted-syntax -- see above
    writtenAt: new Date().toISOString(),
    ...(aheadMs ? { clockAheadS: aheadMs / 1000 } : {}),
    ...(next.supersedes
      ? { supersedes: next.supersedes.entryId, ...(next.supersedes.reason ? { supersedesReason: next.supersedes.reason } : {}) }
      : {}),
    body: next.body,
  });
}
