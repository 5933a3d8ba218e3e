import type { CommandOutcome } from '@caulkhorn/contract';
import { type LogEntry, sealEntry } from '@caulkhorn/core/site-log';
import type { Photo } from '@caulkhorn/core/jobs';
import { get, update } from 'idb-keyval';
import { ApiError, api } from '../shared/api';
import type { Command } from './commands';
import { sendPhotoFile } from './photo-files';

/** A command that the server would not take, kept with what was typed until someone decides. */
export interface Refused {
  command: Command;
  code: string;
  fields: ApiError['fields'];
  current?: { version: number; item: object | null };
}

export interface OutboxState {
  pending: readonly Command[];
  refused: readonly Refused[];
  /** waiting: the line or the database is away; tried again by itself */ status: 'loading' | 'idle' | 'sending' | 'waiting';
}

const LONGEST_PAUSE_MS = 10_000;

/**
 * What this device has changed on a job and not yet handed over. Kept in IndexedDB, sent in order, one at a time;
 * several tabs share it and take turns.
 */
export class Outbox {
  private state: OutboxState = { pending: [], refused: [], status: 'loading' };
  private readonly listeners = new Set<() => void>();
  private channel: BroadcastChannel | null = null;
  private readonly key: string;
  private isRunning = false;
  private wake: () => void = () => {};
  /** in this page's memory alone: on their way to the store, or the store is full */
  private unkept: readonly Command[] = [];

  /** What one person leaves unsent on a shared device is never sent in another's name. */
  constructor(
    private readonly path: string,
    personId: string,
    jobId: string,
    private readonly onAccepted: (command: Command, outcome: CommandOutcome) => void,
  ) {
    this.key = `outbox ${personId} ${jobId}`;
  }

  /** Shares and sends until the returned function is called; what was not sent stays kept. */
  open(): () => void {
    this.channel = new BroadcastChannel(this.key);
    this.channel.onmessage = () => void this.reload();
    addEventListener('online', this.wakeUp);
    void this.reload().then(() => this.run());
    return () => {
      this.channel?.close();
      this.channel = null;
      removeEventListener('online', this.wakeUp);
    };
  }

  readonly getState = (): OutboxState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Keeps and sends a command. Throws where the device could not keep it; it is sent all the same while this page is open. */
  async add(command: Command): Promise<void> {
    this.unkept = [...this.unkept, command];
    this.show({ pending: [...this.state.pending, command] });
    try {
      await this.store((kept) => {
        this.unkept = this.unkept.filter(({ id }) => id !== command.id);
        return { ...kept, pending: [...kept.pending, command] };
      });
    } catch (fault) {
      if (!this.unkept.includes(command)) this.unkept = [...this.unkept, command];
      throw fault;
    } finally {
      void this.run();
    }
  }

  /** Lets a refused command go. */
  discard(commandId: string): Promise<void> {
    return this.store((kept) => ({ ...kept, refused: kept.refused.filter((r) => r.command.id !== commandId) }));
  }

  private readonly wakeUp = (): void => this.wake();

  private async reload(): Promise<void> {
    const kept = (await get<Kept>(this.key)) ?? NOTHING;
    this.showKept(kept);
    if (this.state.status === 'loading') this.show({ status: 'idle' });
  }

  private showKept({ pending, refused }: Kept): void {
    this.show({ pending: [...pending, ...this.unkept.filter(({ id }) => pending.every((command) => command.id !== id))], refused });
  }

  private async store(change: (kept: Kept) => Kept): Promise<void> {
    let stored: Kept = NOTHING;
    await update<Kept>(this.key, (kept) => (stored = change(kept ?? NOTHING)));
    this.showKept(stored);
    this.channel?.postMessage('changed');
  }

  private show(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }

  /** Sends until nothing is left. One tab sends at a time where the browser can lock. */
  private async run(): Promise<void> {
    if (this.isRunning) return;
    this.isRunning = true;
    try {
      if (navigator.locks) await navigator.locks.request(this.key, () => this.sendAll());
      else await this.sendAll();
    } finally {
      this.isRunning = false;
    }
    if (this.state.pending.length > 0) void this.run();
  }

  private async sendAll(): Promise<void> {
    let pauseMs = 1000;
    for (;;) {
      await this.reload();
      const [command] = this.state.pending;
      if (!command) return this.show({ status: 'idle' });
      if (this.state.status !== 'waiting') this.show({ status: 'sending' });
      const sent = await this.send(command);
      if (sent) {
        pauseMs = 1000;
        continue;
      }
      this.show({ status: 'waiting' });
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, pauseMs);
        this.wake = () => {
          clearTimeout(timer);
          resolve();
        };
      });
      pauseMs = Math.min(LONGEST_PAUSE_MS, pauseMs * 2);
    }
  }

  /** True when the server has decided, one way or the other. */
  private async send(command: Command): Promise<boolean> {
    try {
      const outcome = await api.post<CommandOutcome>(`${this.path}/commands`, command);
      this.onAccepted(command, outcome);
      if (command.kind === 'photo.put') await sendPhotoFile(this.path, (command.payload as Photo).id);
      await this.drop(command.id);
      return true;
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      if (fault.isAway || fault.status === 401 || fault.status === 429 || fault.status === 500) return false;
      if (fault.code === 'chain-moved-on') {
        await this.relink(fault.current as Pick<LogEntry, 'hash' | 'deviceSeq'>);
        return true;
      }
      const refused: Refused = { command, code: fault.code, fields: fault.fields, current: fault.current as Refused['current'] };
      this.unkept = this.unkept.filter(({ id }) => id !== command.id);
      await this.store((kept) => ({ pending: kept.pending.filter((c) => c.id !== command.id), refused: [...kept.refused, refused] }));
      return true;
    }
  }

  private drop(commandId: string): Promise<void> {
    this.unkept = this.unkept.filter(({ id }) => id !== commandId);
    return this.store((kept) => ({ ...kept, pending: kept.pending.filter((c) => c.id !== commandId) }));
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

interface Kept {
  pending: readonly Command[];
  refused: readonly Refused[];
}

const NOTHING: Kept = { pending: [], refused: [] };
