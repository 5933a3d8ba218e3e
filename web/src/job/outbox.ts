import type { CommandOutcome } from '@caulkhorn/contract';
import type { Photo } from '@caulkhorn/core/jobs';
import { type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { ApiError, api } from '../shared/api';
import { type QueueState, type Refused as RefusedBy, SendQueue } from '../shared/send-queue';
import type { Command } from './commands';
import { sendPhotoFile } from './photo-files';

export type Refused = RefusedBy<Command>;
export type OutboxState = QueueState<Command>;
type OnAccepted = (command: Command, outcome: CommandOutcome) => void;

export const OUTBOX_PREFIX = 'outbox ';

/** What this device has changed on a job and not yet handed over. */
export class Outbox extends SendQueue<Command> {
  private readonly acceptors = new Set<OnAccepted>();

  constructor(path: string, personId: string, jobId: string) {
    super(`${OUTBOX_PREFIX}${personId} ${jobId}`, personId, path);
  }

  /** Tells of each command that the server has taken, until the returned function is called. */
  onAccepted(accept: OnAccepted): () => void {
    this.acceptors.add(accept);
    return () => this.acceptors.delete(accept);
  }

  protected override async deliver(command: Command): Promise<void> {
    const outcome = await api.post<CommandOutcome>(`${this.path}/commands`, command);
    if (outcome.id !== command.id || !Number.isInteger(outcome.version)) throw new ApiError(0, 'not-our-answer');
    for (const accept of this.acceptors) accept(command, outcome);
    if (command.kind === 'photo.put') await sendPhotoFile(this.path, (command.payload as Photo).id);
  }

  /** An entry is linked anew when its chain has moved on: the same command, with another payload. */
  protected override isSame(a: Command, b: Command): boolean {
    return a.id === b.id && (a.payload as Partial<LogEntry>).hash === (b.payload as Partial<LogEntry>).hash;
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
