import { keys } from 'idb-keyval';
import { type Kept, keptIn } from '../shared/send-queue';
import { OUTBOX_PREFIX, Outbox } from './outbox';

/** What one person's devices still have to hand over, over all jobs. */
export interface Waiting {
  /** changes on their way or waiting, by job */ pending: ReadonlyMap<string, number>;
  refused: ReadonlyMap<string, number>;
  /** address of a job's page */ pathOf(jobId: string): string;
}

/** Every outbox of a person at this device: all of them are sent from whatever page is open, and what waits in them is counted. */
export class Outboxes {
  private readonly boxes = new Map<string, Outbox>();
  private readonly listeners = new Set<() => void>();
  private readonly paths = new Map<string, string>();
  private readonly pathOf = (jobId: string): string => (this.paths.get(jobId) ?? '').replace('/organisations/', '/o/');
  private waiting: Waiting = { pending: new Map(), refused: new Map(), pathOf: this.pathOf };

  private isOpen = true;
  private closers: (() => void)[] = [];

  constructor(readonly personId: string) {}

  readonly getState = (): Waiting => this.waiting;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Sends nothing more from this page. */
  close(): void {
    this.isOpen = false;
    this.closers.splice(0).forEach((close) => close());
  }

  /** The one outbox of a job. */
  of(jobPath: string, jobId: string): Outbox {
    const known = this.boxes.get(jobId);
    if (known) return known;
    const made = new Outbox(jobPath, this.personId, jobId);
    this.boxes.set(jobId, made);
    this.paths.set(jobId, jobPath);
    made.subscribe(() => this.count());
    if (this.isOpen) this.closers.push(made.open());
    return made;
  }

  /** Opens the outboxes of earlier days. Those from before they kept their address belong to the one house that there was. */
  async openKept(organisationIds: readonly string[]): Promise<void> {
    const prefix = `${OUTBOX_PREFIX}${this.personId} `;
    for (const key of await keys<string>()) {
      if (typeof key !== 'string' || !key.startsWith(prefix)) continue;
      const jobId = key.slice(prefix.length);
      const kept: Kept<unknown> | undefined = await keptIn(key);
      if (!kept || kept.pending.length + kept.refused.length === 0) continue;
      const [only, ...others] = organisationIds;
      const path = kept.path ?? (only && others.length === 0 ? `/organisations/${only}/jobs/${jobId}` : undefined);
      if (path) this.of(path, jobId);
    }
  }

  private count(): void {
    const by = (list: 'pending' | 'refused') =>
      new Map([...this.boxes].map(([jobId, box]) => [jobId, box.getState()[list].length] as const).filter(([, n]) => n > 0));
    const next = { pending: by('pending'), refused: by('refused'), pathOf: this.pathOf };
    if (isSame(next.pending, this.waiting.pending) && isSame(next.refused, this.waiting.refused)) return;
    this.waiting = next;
    for (const listener of this.listeners) listener();
  }
}

const isSame = (a: ReadonlyMap<string, number>, b: ReadonlyMap<string, number>) =>
  a.size === b.size && [...a].every(([key, n]) => b.get(key) === n);

let current: Outboxes | undefined;

/** The outboxes of who works here now. Another person has others, and those of the one before are closed. */
export function outboxesOf(personId: string): Outboxes {
  if (current?.personId !== personId) {
    current?.close();
    current = new Outboxes(personId);
  }
  return current;
}
