import type { CommandOutcome } from '@caulkhorn/contract';
import type { Photo } from '@caulkhorn/core/jobs';
import { type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { type ApiError, api } from '../shared/api';
import { type QueueState, type Refused as RefusedBy, SendQueue } from '../shared/send-queue';
import type { Command } from './commands';
import { sendPhotoFile } from './photo-files';

export type Refused = RefusedBy<Command>;
export type OutboxState = QueueState<Command>;

/** What this device has changed on a job and not yet handed over. */
export class Outbox extends SendQueue<Command> {
  constructor(
    private readonly path: string,
    personId: string,
    jobId: string,
    private readonly onAccepted: (command: Command, outcome: CommandOutcome) => void,
  ) {
    super(`outbox ${personId} ${jobId}`, personId);
  }

  protected override async deliver(command: Command): Promise<void> {
    const outcome = await api.post<CommandOutcome>(`${this.path}/commands`, command);
    this.onAccepted(command, outcome);
    if (command.kind === 'photo.put') await sendPhotoFile(this.path, (command.payload as Photo).id);
  }

  protected override async mend({ code, current }: ApiError): Promise<boolean> {
    if (code !== 'chain-moved-on') return false;
    await this.relink(current as Pick<LogEntry, 'hash' | 'deviceSeq'>);
    return true;
  }

  /** Entries that wait are linked anew behind the last one the server has from this device. */
  private relink(last: Pick<LogEntry, 'hash' | 'deviceSeq'>): Promise<void> {
    return this.store((kept) => {
      let before = last;
      const pending = kept.pending.map((command) => {
        if (command.kind !== 'log.append') return command;
        const { hash: _hash, signature: _signature, ...entry } = command.payload as LogEntry;
        const sealed = sealEntry({ ...entry, prevHash: before.hash, deviceSeq: before.deviceSeq + 1 });
        before = sealed;
        return { ...command, payload: sealed };
      });
      return { ...kept, pending };
    });
  }
}
