import { randomUUID } from 'node:crypto';
import { type EntryBody, FIRST_LINK, type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { type Agent, ORGANISATION } from './test-server';

/** A phone without a key that writes one chain of entries into one job. */
export class LogDevice {
  readonly deviceId = randomUUID();
  private last: Pick<LogEntry, 'hash' | 'deviceSeq'> = { hash: FIRST_LINK, deviceSeq: 0 };

  constructor(
    private readonly jobId: string,
    private readonly person: { id: string; name: string },
    private readonly agent: Agent,
  ) {}

  /** The next entry, sealed; it is the last one only once it was taken. */
  entry(body: EntryBody, occurredAt: string, part: Partial<LogEntry> = {}): LogEntry {
    const { deviceId, jobId, person, last } = this;
    return sealEntry({
      ...{ id: randomUUID(), jobId, deviceId, deviceSeq: last.deviceSeq + 1, prevHash: last.hash },
      ...{ personId: person.id, personName: person.name, occurredAt, writtenAt: occurredAt, ...part },
      body,
    });
  }

  /** Codes of what the server has against it by field; none where it took it. */
  async send(written: LogEntry): Promise<Record<string, string[]>> {
    const { deviceId, jobId } = this;
    const { status, body } = await this.agent.post(`${ORGANISATION}/jobs/${jobId}/commands`).send({
      ...{ id: randomUUID(), deviceId, jobId, kind: 'log.append', baseVersion: 0, payload: written, occurredAt: written.occurredAt },
    });
    if (status === 200) this.last = written;
    const fields = (body as { fields?: Record<string, { code: string }[]> }).fields ?? {};
    return Object.fromEntries(Object.entries(fields).map(([path, faults]) => [path, faults.map(({ code }) => code)]));
  }
}
