import type { CommandOutcome } from '@caulkhorn/contract';
import type { Photo } from '@caulkhorn/core/jobs';
import { FIRST_LINK, type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import { ApiError, api } from '../shared/api';
import { newDeviceId, publicKey, signed } from '../shared/device';
import { QUEUES, type QueueState, type Refused as RefusedBy, SendQueue } from '../shared/send-queue';
import type { Command } from '@caulkhorn/contract';
import { sendPhotoFile } from './photo-files';

export type Refused = RefusedBy<Command>;
export type OutboxState = QueueState<Command>;
type OnAccepted = (command: Command, outcome: CommandOutcome) => void;
interface Accepted {
  command: Command;
  outcome: CommandOutcome;
}

export const OUTBOX_PREFIX = QUEUES.job;

/** What this device has changed on a job and not yet handed over. */
export class Outbox extends SendQueue<Command, Accepted> {
  private readonly acceptors = new Set<OnAccepted>();

  constructor(path: string, personId: string, jobId: string) {
    super(`${OUTBOX_PREFIX}${personId} ${jobId}`, personId, path);
  }

  /** Tells of each command that the server has taken, from whatever page of its owner, until the returned function is called. */
  onAccepted(accept: OnAccepted): () => void {
    this.acceptors.add(accept);
    return () => this.acceptors.delete(accept);
  }

  /** What was done on site is true at once, and nobody edits it further: it is on the device before anything else is worked out. */
  protected override isKeptFirst({ kind }: Command): boolean {
    return kind === 'log.append';
  }

  protected override async deliver(command: Command): Promise<Accepted> {
    const sent = command.kind === 'log.append' ? await this.underSignature(command) : command;
    const outcome = await api.post<CommandOutcome>(`${this.path}/commands`, sent);
    if (outcome.id !== command.id || !Number.isInteger(outcome.version)) throw new ApiError(0, 'not-our-answer');
    if (command.kind === 'photo.put') await sendPhotoFile(this.path, (command.payload as Photo).id);
    return { command: sent, outcome };
  }

  protected override onTaken({ command, outcome }: Accepted): void {
    for (const accept of this.acceptors) accept(command, outcome);
  }

  /** The entry as its device signs it. The device is made known to the server first, with the key that checks it. */
  private async underSignature(command: Command): Promise<Command> {
    const entry = command.payload as LogEntry;
    // brought in from another device of the same person, under its signature
    if (entry.signature) return command;
    const organisationPath = this.path.replace(/\/jobs\/.*$/, '');
    const key = await publicKey(entry.deviceId);
    const known = `caulkhorn-enrolled ${organisationPath} ${entry.deviceId} ${key?.x ?? ''}`;
    if (!localStorage.getItem(known)) {
      await api.put(`${organisationPath}/devices/${entry.deviceId}`, key ? { publicKey: key } : {});
      localStorage.setItem(known, '1');
    }
    return { ...command, payload: { ...entry, signature: await signed(entry.deviceId, entry.hash) } } as Command;
  }

  /** An entry is linked anew when its chain has moved on: the same command, with another payload. */
  protected override isSame(a: Command, b: Command): boolean {
    return a.id === b.id && (a.payload as Partial<LogEntry>).hash === (b.payload as Partial<LogEntry>).hash;
  }

  protected override async mend({ code, current, fields }: ApiError): Promise<boolean> {
    const [first] = this.getState().pending;
    const isOwn = (first?.payload as Partial<LogEntry> | undefined)?.signature == null;
    if (code === 'chain-moved-on' && isOwn) await this.relink(current as Pick<LogEntry, 'hash' | 'deviceSeq'>);
    // what waits is written under another device's name, from its beginning; what was brought in and is not signed as it says is not
    else if (code === 'chain-moved-on' || code === 'device-of-another' || code === 'device-has-a-key' || (isOwn && isKeyLost(fields)))
      await this.relink({ hash: FIRST_LINK, deviceSeq: 0 }, newDeviceId(this.ownerId));
    else return false;
    return true;
  }

  /** Entries that wait are linked anew behind the last one the server has from this device. */
  private relink(last: Pick<LogEntry, 'hash' | 'deviceSeq'>, newDevice?: string): Promise<void> {
    return this.keepChanged((kept) => {
      let before = last;
      const pending = kept.pending.map((command) => {
        if (command.kind !== 'log.append') return command;
        const { hash: _hash, signature: _signature, ...entry } = command.payload as LogEntry;
        const sealed = sealEntry({
          ...entry,
          deviceId: newDevice ?? entry.deviceId,
          prevHash: before.hash,
          deviceSeq: before.deviceSeq + 1,
        });
        before = sealed;
        return { ...command, deviceId: sealed.deviceId, payload: sealed };
      });
      return { ...kept, pending };
    });
  }
}

/** The server knows this device by a key that it no longer has. */
const isKeyLost = (fields: ApiError['fields']): boolean =>
  Object.entries(fields).some(
    ([path, faults]) => path === 'payload.signature' && faults.some(({ code }) => code === 'signature-does-not-match'),
  );
