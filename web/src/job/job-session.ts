import {
  type BookingAnswer,
  type Command,
  type CommandKind,
  type Payloads,
  type Saying,
  type CommandOutcome,
  type HouseAnswer,
  PERMISSIONS,
  type Permission,
  type SessionInfo,
  type StoresAnswer,
  type Standing,
} from '@caulkhorn/contract';
import {
  type AnyItem,
  type Face,
  ITEM_LISTS,
  type ItemKind,
  type JobHead,
  type JobModel,
  type Photo,
  keepEdgeIds,
} from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { type QueryClient, QueryObserver, type QueryObserverOptions } from '@tanstack/query-core';
import { v4 } from 'uuid';
import { ApiError } from '../shared/api';
import { deviceId } from '../shared/device';
import { entryOf, targetOf } from './commands';
import { JobPlanning, type Planning, type PlanningMeans, type YardNow } from './job-planning';
import { type StoredJob, jobQueries, storesQuery } from './job-queries';
import { type ShownLine, linesWithPending, sealNext } from './log-lines';
import type { Outbox, OutboxState } from './outbox';
import { PendingModel } from './pending-model';
import { dropPhotoFile } from './photo-files';
import { type Selection, newSelection } from './selection';
import { type Step, UndoStack } from './undo';
import { trueNowIso } from '../shared/true-clock';

const NO_BOOKINGS: readonly BookingAnswer[] = [];

/** A job as it stands on this device, and the ways to change it. */
export interface Job {
  organisationId: string;
  jobId: string;
  path: string;
  session: SessionInfo;
  /** as surveyed, with what waits in the outbox already applied */ model: JobModel;
  lines: ShownLine[];
  revision: PlanRevision | null;
  /** how the organisation works; none while the server has not said */ houseAnswer: HouseAnswer | undefined;
  outbox: OutboxState;
  /** what follows from all this, once somebody asked for it; or the fault that prevents it */ planning:
    Planning | { fault: unknown } | undefined;
  /** the server did not answer the last time it was asked */ isAway: boolean;
  can(permission: Permission): boolean;
  /** several at once go back at once */ put(kind: ItemKind, ...items: AnyItem[]): void;
  /** with the pictures of a feature */ remove(kind: ItemKind, ...ids: string[]): void;
  send<K extends CommandKind>(kind: K, payload: Payloads[K]): void;
  /** what is said of the job as a whole */ putHead(head: JobHead): void;
  log(body: EntryBody, occurredAt: string, supersedes?: { entryId: string; reason?: string }): void;
  undo(): void;
  redo(): void;
  /** what to do with a refused change: let it go, or put it over what stands now */
  resolve(commandId: string, how: 'discard' | 'overwrite'): void;
}

export type JobState = { status: 'loading' } | { status: 'failed'; fault: Error | null } | { status: 'open'; job: Job };

/** What happened that the screen should say in passing: by code, with what it is about. */
export type Notice =
  | { code: 'not-kept' }
  | { code: 'undone' | 'changed-since'; item: AnyItem | JobHead | undefined }
  | { code: 'nothing-to-undo' | 'nothing-to-redo' };

const POLL_MS = 8000;
type Actions = Omit<Job, 'model' | 'lines' | 'revision' | 'houseAnswer' | 'outbox' | 'planning' | 'isAway'>;

interface SessionSettings {
  organisationId: string;
  jobId: string;
  person: SessionInfo;
  standing: Standing;
  client: QueryClient;
  outbox: Pick<Outbox, 'getState' | 'subscribe' | 'onAccepted' | 'add' | 'discard'>;
  planningBy: PlanningMeans;
  notify(notice: Notice): void;
}

/**
 * One job while it is open: what the server has, what waits to be sent on top of it, what is chosen and planned, and every way to
 * change it. Knows nothing of any framework; screens subscribe. A change makes one new model and plan and tells of them once.
 */
export class JobSession {
  readonly selection: Selection = newSelection();
  readonly planning: JobPlanning;
  private state: JobState = { status: 'loading' };
  private readonly listeners = new Set<() => void>();
  private readonly pendingModel = new PendingModel();
  private readonly undoStack = new UndoStack();
  private readonly queries: ReturnType<typeof jobQueries>;
  private readonly stores: ReturnType<typeof storesQuery>;
  private readonly actions: Actions;
  private stored: StoredJob | undefined;
  private received: readonly ShownLine[] = [];
  private shownLines: { received: readonly ShownLine[]; entries: readonly unknown[]; lines: ShownLine[] } | undefined;
  private revision: PlanRevision | null = null;
  private house: HouseAnswer | undefined;
  private yard: YardNow | undefined;
  private isHouseKnown = false;
  private isAway = false;
  private fault: Error | null = null;

  constructor(private readonly settings: SessionSettings) {
    const { organisationId, jobId, person, standing } = settings;
    this.queries = jobQueries(organisationId, jobId);
    this.stores = storesQuery(organisationId);
    this.planning = new JobPlanning(settings.planningBy, () => this.refresh());
    this.actions = {
      organisationId,
      jobId,
      path: this.queries.path,
      session: person,
      can: (permission) => PERMISSIONS[standing].includes(permission),
      put: (kind, ...items) => this.undoStack.done(...items.map((item) => this.putOne(kind, item))),
      remove: (kind, ...ids) => this.undoStack.done(...ids.flatMap((id) => this.removeOne(kind, id))),
      send: (kind, payload) => void this.send(kind, payload, 0),
      putHead: (head) => this.undoStack.done(this.putOne('job', head)),
      log: (body, occurredAt, supersedes) => this.log(body, occurredAt, supersedes),
      undo: () => void (this.undoStack.undo((step) => this.play(step)) || settings.notify({ code: 'nothing-to-undo' })),
      redo: () => void (this.undoStack.redo((step) => this.play(step)) || settings.notify({ code: 'nothing-to-redo' })),
      resolve: (commandId, how) => this.resolve(commandId, how),
    };
    this.takeIn();
  }

  readonly getState = (): JobState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Asks the server again and again, and follows what waits, until the returned function is called. */
  open(): () => void {
    const { client, outbox } = this.settings;
    const watch = <T>(options: QueryObserverOptions<T, Error, T, T, string[]>, everyMs: number) =>
      new QueryObserver(client, { ...options, refetchInterval: everyMs }).subscribe(() => this.takeIn());
    const ends = [
      watch(this.queries.job, POLL_MS),
      watch(this.queries.log, POLL_MS),
      watch(this.queries.plan, POLL_MS),
      watch(this.queries.house, 4 * POLL_MS),
      outbox.subscribe(() => this.refresh()),
      outbox.onAccepted((command, outcome) => this.accept(command, outcome)),
      this.planning.open(),
    ];
    let isOpen = true;
    // only placing goes by these: the sheet comes first
    void this.planning.begun.then(() => {
      if (!isOpen) return;
      ends.push(watch(this.queries.bookings, 4 * POLL_MS));
      if (this.actions.can('stock')) ends.push(watch(this.stores, 4 * POLL_MS));
    });
    this.takeIn();
    return () => {
      isOpen = false;
      ends.forEach((end) => end());
    };
  }

  /** Asks the server again, after it did not answer. */
  readonly retry = (): void => void this.settings.client.refetchQueries({ queryKey: this.queries.job.queryKey });

  /** What the queries hold now. */
  private takeIn(): void {
    const { client } = this.settings;
    const of = <T>(queryKey: string[]) => client.getQueryState<T>(queryKey);
    const job = of<StoredJob>(this.queries.job.queryKey);
    const house = of<HouseAnswer>(this.queries.house.queryKey);
    this.stored = job?.data ?? this.stored;
    this.received = of<ShownLine[]>(this.queries.log.queryKey)?.data ?? this.received;
    this.revision = of<{ latest: PlanRevision | null }>(this.queries.plan.queryKey)?.data?.latest ?? this.revision;
    this.house = house?.data ?? this.house;
    this.yard = this.yardNow();
    this.isHouseKnown ||= house !== undefined && house.status !== 'pending';
    this.fault = job?.status === 'error' ? job.error : null;
    this.isAway = job?.fetchFailureReason instanceof ApiError && job.fetchFailureReason.isAway;
    this.refresh();
  }

  /** Known once both have answered, or failed to for the first time: work is placed by what was known last, or by none. */
  private yardNow(): YardNow | undefined {
    const { client } = this.settings;
    const bookings = client.getQueryState<BookingAnswer[]>(this.queries.bookings.queryKey);
    const stores = client.getQueryState<StoresAnswer>(this.stores.queryKey);
    const isSettled = (state: typeof bookings | typeof stores) =>
      (state?.status ?? 'pending') !== 'pending' || (state?.fetchFailureCount ?? 0) > 0;
    if (!isSettled(bookings) || (this.actions.can('stock') && !isSettled(stores))) return this.yard;
    const next = { bookings: bookings?.data ?? this.yard?.bookings ?? NO_BOOKINGS, moves: stores?.data?.moves ?? this.yard?.moves };
    return this.yard?.bookings === next.bookings && this.yard.moves === next.moves ? this.yard : next;
  }

  /** Shows what has changed, and tells of it only where something has. */
  private refresh(): void {
    const next = this.next();
    if (isSame(this.state, next)) return;
    this.state = next;
    for (const listener of this.listeners) listener();
  }

  private next(): JobState {
    if (!this.stored) return this.fault ? { status: 'failed', fault: this.fault } : { status: 'loading' };
    if (!this.isHouseKnown) return { status: 'loading' };
    const outbox = this.settings.outbox.getState();
    // what is on its way to the device's store is not true yet
    const { keeping } = outbox;
    const pending = keeping.length > 0 ? outbox.pending.filter(({ id }) => !keeping.includes(id)) : outbox.pending;
    this.pendingModel.follow(this.stored.model, pending);
    const { revision, house: houseAnswer, yard, isAway } = this;
    const shown = { model: this.pendingModel.model!, lines: this.linesWith(pending), revision, houseAnswer };
    return {
      status: 'open',
      job: { ...this.actions, ...shown, outbox, planning: this.planning.follow({ ...shown, yard }), isAway },
    };
  }

  private linesWith(pending: readonly Command[]): ShownLine[] {
    const entries = pending.filter((command) => command.kind === 'log.append');
    const before = this.shownLines;
    const isUnchanged =
      before?.received === this.received &&
      before.entries.length === entries.length &&
      entries.every((entry, i) => entry === before.entries[i]);
    if (isUnchanged) return before.lines;
    const lines = linesWithPending(this.received, entries);
    this.shownLines = { received: this.received, entries, lines };
    return lines;
  }

  /** An accepted command becomes part of what the server has, without asking again. */
  private accept(command: Command, outcome: CommandOutcome): void {
    const { client, jobId } = this.settings;
    const { job, log, plan } = this.queries;
    const target = targetOf(command, jobId);
    // another page may tell of it when the server's answer, or a later change, is here already
    const isNews = outcome.version > (this.stored?.versions[target] ?? 0);
    const model = isNews ? this.pendingModel.taken(command) : undefined;
    if (model && this.stored) {
      // an answer that is on its way may be older than this
      void client.cancelQueries({ queryKey: job.queryKey });
      this.stored = { ...this.stored, model, versions: { ...this.stored.versions, [target]: outcome.version } };
      client.setQueryData<StoredJob>(['job', jobId], this.stored);
    }
    const entry = entryOf(command);
    if (entry && outcome.receipt) {
      const { receipt } = outcome;
      client.setQueryData<ShownLine[]>(log.queryKey, (old) =>
        old?.some((l) => l.entry.id === entry.id) ? old : [...(old ?? []), { entry, receipt }],
      );
      this.received = client.getQueryData<ShownLine[]>(log.queryKey) ?? this.received;
    }
    if (command.kind === 'plan.release') void client.invalidateQueries({ queryKey: plan.queryKey });
    // what the first page and the house were told of this job is older than this
    for (const told of ['outlook', 'figures']) void client.invalidateQueries({ queryKey: [told, jobId], refetchType: 'none' });
  }

  private send<K extends CommandKind>(kind: K, payload: Payloads[K], baseVersion?: number): number {
    const { jobId, outbox, notify } = this.settings;
    const target = targetOf({ kind, payload } as Saying, jobId);
    const base = baseVersion ?? this.versionOf(target);
    const command = {
      id: v4(),
      deviceId: deviceId(this.settings.person.personId),
      jobId,
      kind,
      baseVersion: base,
      payload,
      occurredAt: trueNowIso(),
    };
    outbox.add(command as Command).catch(() => notify({ code: 'not-kept' }));
    return base + 1;
  }

  private sendPut(kind: ItemKind | 'job', item: AnyItem | JobHead, baseVersion?: number): number {
    return this.send(`${kind}.put`, item as Payloads[`${ItemKind | 'job'}.put`], baseVersion);
  }

  /** Version a thing will have once everything that waits has been taken; 0 when it is not known here. */
  private versionOf(id: string): number {
    const last = this.settings.outbox.getState().pending.findLast((command) => targetOf(command, this.settings.jobId) === id);
    return last ? last.baseVersion + 1 : (this.stored?.versions[id] ?? 0);
  }

  private itemById(kind: ItemKind | 'job', id: string): AnyItem | JobHead | undefined {
    if (kind === 'job') return this.pendingModel.model!.job;
    return (this.pendingModel.model![ITEM_LISTS[kind]] as AnyItem[]).find((item) => item.id === id);
  }

  private putOne(kind: ItemKind | 'job', given: AnyItem | JobHead): Step {
    const before = this.itemById(kind, given.id);
    // whatever form changed an outline: its edges keep their names, and with them what was decided and done along them
    const item = kind === 'face' && before ? keepEdgeIds(before as Face, given as Face) : given;
    return { itemKind: kind, id: item.id, item: before, expectedVersion: this.sendPut(kind, item), about: item };
  }

  private removeOne(kind: ItemKind, id: string): Step[] {
    const before = this.itemById(kind, id);
    if (!before) return [];
    // pictures of a thing go with it
    const pictures = kind === 'feature' ? this.pendingModel.model!.photos.filter(({ featureId }) => featureId === id) : [];
    return [
      ...pictures.flatMap((photo) => this.removeOne('photo', photo.id)),
      { itemKind: kind, id, item: before, expectedVersion: this.send(`${kind}.remove`, { id }), about: before },
    ];
  }

  private play(step: Step): Step | null {
    const now = this.versionOf(step.id);
    if (now !== 0 && now !== step.expectedVersion) {
      this.settings.notify({ code: 'changed-since', item: step.about });
      return null;
    }
    const before = this.itemById(step.itemKind, step.id);
    const version = step.item
      ? this.sendPut(step.itemKind, step.item, step.expectedVersion)
      : // what is said of a job as a whole is never away
        this.send(`${step.itemKind as ItemKind}.remove`, { id: step.id }, step.expectedVersion);
    this.settings.notify({ code: 'undone', item: step.about });
    return { ...step, item: before, expectedVersion: version };
  }

  private log(body: EntryBody, occurredAt: string, supersedes?: { entryId: string; reason?: string }): void {
    const { jobId, person, outbox } = this.settings;
    const { pending } = outbox.getState();
    const entry = sealNext(this.linesWith(pending), pending, {
      jobId,
      deviceId: deviceId(this.settings.person.personId),
      person,
      body,
      occurredAt,
      supersedes,
    });
    this.send('log.append', entry, 0);
  }

  private resolve(commandId: string, how: 'discard' | 'overwrite'): void {
    const { outbox } = this.settings;
    const refused = outbox.getState().refused.find((each) => each.command.id === commandId);
    if (refused && how === 'overwrite') this.send(refused.command.kind, refused.command.payload, refused.current?.version ?? 0);
    if (refused?.command.kind === 'photo.put' && how === 'discard') {
      const { id } = refused.command.payload as Photo;
      void dropPhotoFile(id);
      // the server took the photo and not its picture
      if (this.itemById('photo', id)) this.send('photo.remove', { id });
    }
    void outbox.discard(commandId);
  }
}

function isSame(a: JobState, b: JobState): boolean {
  if (a.status === 'failed' && b.status === 'failed') return a.fault === b.fault;
  if (a.status !== 'open' || b.status !== 'open') return a.status === b.status;
  return (Object.keys(b.job) as (keyof Job)[]).every((name) => a.job[name] === b.job[name]);
}
