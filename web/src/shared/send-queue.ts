import { get, update } from 'idb-keyval';
import { ApiError } from './api';
import { isHere, onArrival } from './kept-answers';
import { strictStore } from './strict-store';

/** What the server would not take, kept with what was typed until someone decides. */
export interface Refused<C> {
  command: C;
  code: string;
  fields: ApiError['fields'];
  current?: { version: number; item: object | null };
}

export interface QueueState<C> {
  pending: readonly C[];
  refused: readonly Refused<C>[];
  /** ids of those that are on their way to the store and stand for nobody yet who looks */ keeping: readonly string[];
  /** ids of those that the store did not take, or has not answered for too long: they stand, and are gone with this page */
  unkept: readonly string[];
  /** waiting: the line or the database is away; tried again by itself */ status: 'loading' | 'idle' | 'sending' | 'waiting';
}

export interface Kept<C> {
  pending: readonly C[];
  refused: readonly Refused<C>[];
  /** address under which it is handed over, so that any page can */ path?: string;
  /** how often the server has stumbled over the first of them */ faults?: number;
}

/** By what the key of each kind of queue begins; the id of its owner follows. */
export const QUEUES = { job: 'outbox ', stock: 'stock outbox ', incidents: 'incident outbox ' } as const;

const LONGEST_PAUSE_MS = 10_000;
/** A store that has not answered for so long is taken for broken: what waits for it is shown, and sent. */
const STORE_BROKEN_MS = 3000;
/** So many that were taken are struck from what is kept at once: each striking writes all that still waits. */
const STRUCK_AT_ONCE = 25;
/** Faults of the server (500) over one and the same, after which it is set aside and the next goes on. */
const MOST_FAULTS = 5;

/**
 * What this device has to hand over. Kept in IndexedDB, sent in order, one at a time; several tabs share it and take turns.
 * Goes on when its screen is left, and stops when its owner signs out: nothing is ever sent in another's name. What the server took is
 * told to every tab, whichever of them sent it.
 */
export abstract class SendQueue<C extends { id: string }, T = C> {
  private state: QueueState<C> = { pending: [], refused: [], keeping: [], unkept: [], status: 'loading' };
  private readonly listeners = new Set<() => void>();
  private channel: BroadcastChannel | null = null;
  private isRunning = false;
  private wake: () => void = () => {};
  /** in this page's memory alone: on their way to the store, or the store is full */
  private unkept: readonly C[] = [];
  /** taken by the server and still kept, by id: after a fall they are sent again, and it knows them */
  private readonly taken = new Map<string, T>();

  /** @param key under which it is kept, its owner's own */
  constructor(
    private readonly key: string,
    protected readonly ownerId: string,
    protected readonly path: string,
  ) {}

  /** Whether two are one and the same, with the same in it. */
  protected isSame(a: C, b: C): boolean {
    return a.id === b.id;
  }

  /**
   * Whether a command is kept for good before it is shown. It stands at once for who asks: what is worked out from it and drawn does
   * not hold up the keeping.
   */
  protected isKeptFirst(_command: C): boolean {
    return false;
  }

  /** Hands one over and answers with what the server then has; throws its refusal. */
  protected abstract deliver(command: C): Promise<T>;

  /** The server has something, from this page or, as they tell it, from another. */
  protected abstract onTaken(taken: T): void;

  /** Puts right what was refused, where that can be done; true when it may be tried again. */
  protected mend(_fault: ApiError): Promise<boolean> {
    return Promise.resolve(false);
  }

  /** Sends what is kept, and shares it with other tabs until the returned function is called. */
  open(): () => void {
    this.channel = new BroadcastChannel(this.key);
    // a page from before an update of the app tells only that something changed
    this.channel.onmessage = ({ data }: MessageEvent<{ taken?: readonly T[] }>) => {
      // before it is no longer shown as waiting
      for (const each of data.taken ?? []) this.onTaken(each);
      void this.reload();
    };
    addEventListener('online', this.wakeUp);
    // a device that fell may have forgotten whose it is until the server says so again
    const endArrival = onArrival(() => void this.run());
    void this.reload().then(() => this.run());
    return () => {
      this.channel?.close();
      this.channel = null;
      endArrival();
      removeEventListener('online', this.wakeUp);
    };
  }

  readonly getState = (): QueueState<C> => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Keeps and sends a command. Throws where the device could not keep it; it is sent all the same while this page is open. */
  async add(command: C): Promise<void> {
    this.unkept = [...this.unkept, command];
    const isKeptFirst = this.isKeptFirst(command);
    const { pending, keeping } = this.state;
    // what one is told of is there: a device that falls now has promised nothing
    this.state = { ...this.state, pending: [...pending, command], keeping: isKeptFirst ? [...keeping, command.id] : keeping };
    if (!isKeptFirst) this.tell();
    const timer = isKeptFirst ? setTimeout(() => this.standsUnkept(command.id), STORE_BROKEN_MS) : undefined;
    try {
      await this.keepChanged((kept) => {
        this.unkept = this.unkept.filter(({ id }) => id !== command.id);
        return { ...kept, pending: [...kept.pending, command] };
      });
    } catch (fault) {
      if (!this.unkept.includes(command)) this.unkept = [...this.unkept, command];
      this.standsUnkept(command.id);
      throw fault;
    } finally {
      clearTimeout(timer);
      this.stands(command.id);
      void this.run();
    }
  }

  /** For everybody from now on. */
  private stands(commandId: string): void {
    if (this.state.keeping.includes(commandId)) this.show({ keeping: this.state.keeping.filter((id) => id !== commandId) });
  }

  /** It is shown, and that nothing of it is on the device is shown with it. */
  private standsUnkept(commandId: string): void {
    const unkept = this.unkept.some(({ id }) => id === commandId) ? [...new Set([...this.state.unkept, commandId])] : this.state.unkept;
    this.show({ keeping: this.state.keeping.filter((id) => id !== commandId), unkept });
  }

  /** Lets a refused command go. */
  discard(commandId: string): Promise<void> {
    return this.keepChanged((kept) => ({ ...kept, refused: kept.refused.filter((r) => r.command.id !== commandId) }));
  }

  private readonly wakeUp = (): void => this.wake();

  private async reload(): Promise<void> {
    const kept = (await get<Kept<C>>(this.key)) ?? nothing<C>();
    this.showKept(kept);
    if (this.state.status === 'loading') this.show({ status: 'idle' });
  }

  private showKept({ pending, refused }: Kept<C>): void {
    const left = pending.filter(({ id }) => !this.taken.has(id));
    const unkept = this.unkept.filter(({ id }) => left.every((command) => command.id !== id));
    // what comes back from the store is a copy: the thing itself stays, so that nothing seems changed that is not
    const known = new Map(this.state.pending.map((command) => [command.id, command]));
    const itself = (command: C): C => {
      const before = known.get(command.id);
      return before && this.isSame(before, command) ? before : command;
    };
    const stays =
      refused.length === this.state.refused.length && refused.every(({ command }, i) => command.id === this.state.refused[i]!.command.id);
    const there = new Set(pending.map(({ id }) => id));
    this.show({
      pending: [...left.map(itself), ...unkept],
      refused: stays ? this.state.refused : refused,
      keeping: this.state.keeping.filter((id) => !there.has(id)),
      unkept: this.state.unkept.filter((id) => unkept.some((command) => command.id === id)),
    });
  }

  /** Changes what is kept, whatever other tabs do meanwhile. */
  protected async keepChanged(change: (kept: Kept<C>) => Kept<C>): Promise<void> {
    let stored = nothing<C>();
    const struck = new Map<string, T>();
    const keep = (kept = nothing<C>()) => {
      for (const [id, each] of this.taken) struck.set(id, each);
      const left = kept.pending.filter(({ id }) => !this.taken.has(id));
      const { faults: _over, ...sinceTaken } = kept;
      // what the server stumbled over was the first of those before
      const now = left.length < kept.pending.length ? sinceTaken : kept;
      return (stored = { ...change({ ...now, pending: left }), path: this.path });
    };
    await update<Kept<C>>(this.key, keep, strictStore);
    for (const id of struck.keys()) this.taken.delete(id);
    this.showKept(stored);
    // what goes on when its screen is left is told all the same
    const channel = this.channel ?? new BroadcastChannel(this.key);
    channel.postMessage({ taken: [...struck.values()] });
    if (channel !== this.channel) channel.close();
  }

  private show(part: Partial<QueueState<C>>): void {
    const next = { ...this.state, ...part };
    if (next.pending.length === this.state.pending.length && next.pending.every((command, i) => command === this.state.pending[i]))
      next.pending = this.state.pending;
    if (next.keeping.length === this.state.keeping.length) next.keeping = this.state.keeping;
    if (next.unkept.length === this.state.unkept.length) next.unkept = this.state.unkept;
    const { pending, refused, keeping, unkept, status } = this.state;
    if (
      next.pending === pending &&
      next.refused === refused &&
      next.keeping === keeping &&
      next.unkept === unkept &&
      next.status === status
    )
      return;
    this.state = next;
    this.tell();
  }

  private tell(): void {
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
    if (this.state.pending.length > 0 && isHere(this.ownerId)) void this.run();
  }

  private async sendAll(): Promise<void> {
    let pauseMs = 1000;
    await this.reload();
    for (;;) {
      // other tabs say so when they add something; what they added and did not say is found before it rests
      if (this.state.pending.length === 0) {
        await this.strike();
        await this.reload();
      }
      const [command] = this.state.pending;
      if (!command) return this.show({ status: 'idle' });
      if (!isHere(this.ownerId)) return this.show({ status: 'waiting' });
      if (this.state.status !== 'waiting') this.show({ status: 'sending' });
      const sent = await this.send(command);
      if (sent) {
        pauseMs = 1000;
        continue;
      }
      await this.strike();
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
  private async send(command: C): Promise<boolean> {
    try {
      const taken = await this.deliver(command);
      this.onTaken(taken);
      await this.drop(command.id, taken);
      return true;
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      if (fault.isAway || fault.status === 401 || fault.status === 429) return false;
      if (fault.status >= 500 && !(await this.isTooOften())) return false;
      if (fault.status < 500 && (await this.mend(fault))) return true;
      const refused: Refused<C> = { command, code: fault.code, fields: fault.fields, current: fault.current as Refused<C>['current'] };
      this.unkept = this.unkept.filter(({ id }) => id !== command.id);
      await this.keepChanged((kept) => ({ pending: kept.pending.filter((c) => c.id !== command.id), refused: [...kept.refused, refused] }));
      return true;
    }
  }

  private async isTooOften(): Promise<boolean> {
    let faults = 0;
    await this.keepChanged((kept) => ({ ...kept, faults: (faults = (kept.faults ?? 0) + 1) }));
    return faults >= MOST_FAULTS;
  }

  private async drop(commandId: string, taken: T): Promise<void> {
    this.unkept = this.unkept.filter(({ id }) => id !== commandId);
    this.taken.set(commandId, taken);
    const { pending, unkept } = this.state;
    this.show({ pending: pending.filter(({ id }) => id !== commandId), unkept: unkept.filter((id) => id !== commandId) });
    if (this.taken.size >= STRUCK_AT_ONCE) await this.strike();
  }

  /** What the server has taken is no longer kept here. */
  private async strike(): Promise<void> {
    if (this.taken.size > 0) await this.keepChanged((kept) => kept);
  }
}

/** What is kept under a key, by whatever queue. */
export const keptIn = <C>(key: string): Promise<Kept<C> | undefined> => get<Kept<C>>(key);

function nothing<C>(): Kept<C> {
  return { pending: [], refused: [] };
}
