import {
  type CommandKind,
  type CommandOutcome,
  type HouseAnswer,
  PERMISSIONS,
  type Permission,
  type SessionInfo,
  type Standing,
} from '@caulkhorn/contract';
import { type AnyItem, ITEM_LISTS, type ItemKind, type JobHead, type JobModel, type Photo, applyChange } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import { type ShownLine, linesWithPending, sealNext } from './log-lines';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { type QueryClient, useQuery, useQueryClient } from '@tanstack/react-query';
import {
  type ReactNode,
  createContext,
  useCallback,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { ApiError } from '../shared/api';
import { deviceId } from '../shared/device';
import { Failed, Loading } from '../shared/ui/states';
import { type Command, changeOf, entryOf, targetOf } from './commands';
import { type StoredJob, jobQueries } from './job-queries';
import { Outbox, type OutboxState } from './outbox';
import { dropPhotoFile } from './photo-files';
import { type Step, UndoStack } from './undo';

export interface JobWorkspace {
  organisationId: string;
  jobId: string;
  path: string;
  session: SessionInfo;
  /** as surveyed, with what waits in the outbox already applied */ model: JobModel;
  lines: ShownLine[];
  revision: PlanRevision | null;
  /** how the organisation works; none while the server has not said */ houseAnswer: HouseAnswer | undefined;
  outbox: OutboxState;
  /** the server did not answer the last time it was asked */ isAway: boolean;
  can(permission: Permission): boolean;
  /** several at once go back at once */ put(kind: ItemKind, ...items: AnyItem[]): void;
  /** with the pictures of a feature */ remove(kind: ItemKind, ...ids: string[]): void;
  send(kind: CommandKind, payload: object): void;
  /** what is said of the job as a whole */ putHead(head: JobHead): void;
  log(body: EntryBody, occurredAt: string, supersedes?: string): void;
  undo(): void;
  redo(): void;
  /** what to do with a refused change: let it go, or put it over what stands now */
  resolve(commandId: string, how: 'discard' | 'overwrite'): void;
}

const Context = createContext<JobWorkspace | null>(null);

export function useJob(): JobWorkspace {
  const job = useContext(Context);
  if (!job) throw new Error('useJob outside a JobProvider');
  return job;
}

const POLL_MS = 8000;

interface ProviderProps {
  organisationId: string;
  jobId: string;
  session: SessionInfo;
  standing: Standing;
  children: ReactNode;
}

/** Loads a job and keeps it: what the server has, what waits to be sent on top of it, and the ways to change it. */
export function JobProvider({ organisationId, jobId, session, standing, children }: ProviderProps) {
  const queries = useMemo(() => jobQueries(organisationId, jobId), [organisationId, jobId]);
  const { path } = queries;
  const client = useQueryClient();
  const stored = useQuery({ ...queries.job, refetchInterval: POLL_MS });
  const log = useQuery({ ...queries.log, refetchInterval: POLL_MS });
  const plan = useQuery({ ...queries.plan, refetchInterval: POLL_MS });
  const answer = useQuery({ ...queries.house, refetchInterval: 4 * POLL_MS });
  const outbox = useOutbox(path, session.personId, jobId, client);
  const outboxState = useSyncExternalStore(outbox.subscribe, outbox.getState);
  const [undoStack] = useState(() => new UndoStack());
  const { data } = stored;
  const model = useMemo(() => data && withPending(data.model, outboxState.pending), [data, outboxState.pending]);
  const lines = useMemo(() => linesWithPending(log.data ?? [], outboxState.pending), [log.data, outboxState.pending]);
  const latest = useRef({ stored: data, lines, model });
  useLayoutEffect(() => {
    latest.current = { stored: data, lines, model };
  });

  const send = useCallback(
    (kind: CommandKind, payload: object, baseVersion?: number): number => {
      const target = targetOf({ kind, payload, jobId });
      const base = baseVersion ?? versionOf(target, latest.current.stored, outbox.getState().pending);
      const command: Command = {
        id: v4(),
        deviceId: deviceId(),
        jobId,
        kind,
        baseVersion: base,
        payload,
        occurredAt: new Date().toISOString(),
      };
      outbox.add(command).catch(() => toast.error(t('outbox.not-kept')));
      return base + 1;
    },
    [jobId, outbox],
  );

  const itemById = useCallback(
    (kind: ItemKind, id: string): AnyItem | undefined =>
      (latest.current.model![ITEM_LISTS[kind]] as AnyItem[]).find((item) => item.id === id),
    [],
  );

  const actions = useMemo(() => {
    const play = (step: Step): Step | null => {
      const now = versionOf(step.id, latest.current.stored, outbox.getState().pending);
      if (now !== 0 && now !== step.expectedVersion) {
        toast.error(t('undo.changed-since', { mark: step.label }));
        return null;
      }
      const before = itemById(step.itemKind, step.id);
      const version = step.item
        ? send(`${step.itemKind}.put`, step.item, step.expectedVersion)
        : send(`${step.itemKind}.remove`, { id: step.id }, step.expectedVersion);
      toast(t('undo.done', { mark: step.label }));
      return { ...step, item: before, expectedVersion: version };
    };
    const putOne = (kind: ItemKind, item: AnyItem): Step => {
      const before = itemById(kind, item.id);
      return { itemKind: kind, id: item.id, item: before, expectedVersion: send(`${kind}.put`, item), label: labelOf(item) };
    };
    const removeOne = (kind: ItemKind, id: string): Step[] => {
      const before = itemById(kind, id);
      if (!before) return [];
      // pictures of a thing go with it
      const pictures = kind === 'feature' ? latest.current.model!.photos.filter(({ featureId }) => featureId === id) : [];
      return [
        ...pictures.flatMap((photo) => removeOne('photo', photo.id)),
        { itemKind: kind, id, item: before, expectedVersion: send(`${kind}.remove`, { id }), label: labelOf(before) },
      ];
    };
    return {
      put: (kind: ItemKind, ...items: AnyItem[]) => undoStack.done(...items.map((item) => putOne(kind, item))),
      remove: (kind: ItemKind, ...ids: string[]) => undoStack.done(...ids.flatMap((id) => removeOne(kind, id))),
      undo: () => undoStack.undo(play) || toast(t('undo.nothing')),
      redo: () => undoStack.redo(play) || toast(t('redo.nothing')),
      log(body: EntryBody, occurredAt: string, supersedes?: string) {
        const entry = sealNext(latest.current.lines, outbox.getState().pending, {
          jobId,
          deviceId: deviceId(),
          person: session,
          body,
          occurredAt,
          supersedes,
        });
        send('log.append', entry, 0);
      },
      resolve(commandId: string, how: 'discard' | 'overwrite') {
        const refused = outbox.getState().refused.find((r) => r.command.id === commandId);
        if (refused && how === 'overwrite') send(refused.command.kind, refused.command.payload, refused.current?.version ?? 0);
        if (refused?.command.kind === 'photo.put' && how === 'discard') {
          const { id } = refused.command.payload as Photo;
          void dropPhotoFile(id);
          // the server took the photo and not its picture
          if (itemById('photo', id)) send('photo.remove', { id });
        }
        void outbox.discard(commandId);
      },
    };
  }, [itemById, jobId, outbox, send, session, undoStack]);

  if (stored.isPending || answer.isPending) return <Loading what={t('the-job')} />;
  if (!model) return <Failed fault={stored.error} retry={() => void stored.refetch()} />;
  const value: JobWorkspace = {
    organisationId,
    jobId,
    path,
    session,
    model,
    lines,
    revision: plan.data?.latest ?? null,
    houseAnswer: answer.data,
    outbox: outboxState,
    isAway: stored.failureReason instanceof ApiError && stored.failureReason.isAway,
    can: (permission) => PERMISSIONS[standing].includes(permission),
    send: (kind, payload) => void send(kind, payload, 0),
    putHead: (head) => void send('job.put', head),
    ...actions,
  };
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

function useOutbox(path: string, personId: string, jobId: string, client: QueryClient): Outbox {
  const [outbox] = useState(() => new Outbox(path, personId, jobId, (command, outcome) => acceptInto(client, jobId, command, outcome)));
  useEffect(() => outbox.open(), [outbox]);
  return outbox;
}

/** An accepted command becomes part of what the server has, without asking again. */
function acceptInto(client: QueryClient, jobId: string, command: Command, outcome: CommandOutcome): void {
  const change = changeOf(command);
  if (change)
    client.setQueryData<StoredJob>(
      ['job', jobId],
      (old) => old && { model: applyChange(old.model, change), versions: { ...old.versions, [targetOf(command)]: outcome.version } },
    );
  const entry = entryOf(command);
  if (entry && outcome.receipt) {
    const line: ShownLine = { entry, receipt: outcome.receipt };
    client.setQueryData<ShownLine[]>(['log', jobId], (old) => (old?.some((l) => l.entry.id === entry.id) ? old : [...(old ?? []), line]));
  }
  if (command.kind === 'plan.release') void client.invalidateQueries({ queryKey: ['plan', jobId] });
}

function withPending(model: JobModel, pending: readonly Command[]): JobModel {
  return pending.reduce((m, command) => {
    const change = changeOf(command);
    return change ? applyChange(m, change) : m;
  }, model);
}

/** Version a thing will have once everything that waits has been taken; 0 when it is not known here. */
function versionOf(id: string, stored: StoredJob | undefined, pending: readonly Command[]): number {
  const last = pending.findLast((command) => targetOf(command) === id);
  return last ? last.baseVersion + 1 : (stored?.versions[id] ?? 0);
}

function labelOf(item: AnyItem): string {
  return 'mark' in item ? item.mark : 'name' in item ? item.name : t('the-change');
}
