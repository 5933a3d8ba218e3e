import { type EntryBody, FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '@caulkhorn/core/site-log';
import { demoId } from './survey.js';

/** Writes a log as one device would have: numbered, linked, received a little later. */
export class DemoLogWriter {
  readonly lines: LogLine[] = [];

  constructor(
    private readonly jobId: string,
    private readonly deviceId: string,
  ) {}

  write(at: Date, person: { id: string; name: string }, body: EntryBody, supersedes?: string): string {
    const before = this.lines.at(-1);
    const seq = this.lines.length + 1;
    const entry = sealEntry({
      id: demoId(`${this.jobId} entry ${seq}`),
      jobId: this.jobId,
      deviceId: this.deviceId,
      deviceSeq: seq,
      prevHash: before?.entry.hash ?? FIRST_LINK,
      personId: person.id,
      personName: person.name,
      occurredAt: at.toISOString(),
      writtenAt: at.toISOString(),
      ...(supersedes ? { supersedes } : {}),
      body,
    });
    const receivedAt = new Date(at.getTime() + 20_000).toISOString();
    const receipt = sealReceipt(entry, { receiptSeq: seq, receivedAt, prevReceiptHash: before?.receipt.receiptHash ?? FIRST_LINK });
    this.lines.push({ entry, receipt });
    return entry.id;
  }
}
