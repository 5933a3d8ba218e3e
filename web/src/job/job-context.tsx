import type { SessionInfo, Standing } from '@caulkhorn/contract';
import type { AnyItem, JobHead } from '@caulkhorn/core/jobs';
import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, Suspense, createContext, use, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { Failed, Loading } from '../shared/ui/states';
import { FirstRender } from './first-render';
import { whenSheetStands } from './first-sheet';
import type { Planning, PlanningMeans } from './job-planning';
import { type Job, JobSession, type Notice } from './job-session';
import { jobQueries } from './job-queries';
import { outboxesOf } from './outboxes';
import type { Selection, SelectionState } from './selection';

const Context = createContext<JobSession | null>(null);

function useSession(): JobSession {
  const session = useContext(Context);
  if (!session) throw new Error('outside a JobProvider');
  return session;
}

/** What a screen reads of the job: it is drawn anew when that changes, and not for anything else. */
export function useJob<T>(select: (job: Job) => T): T {
  const session = useSession();
  const chosen = useShallow((state: ReturnType<JobSession['getState']>) => {
    if (state.status !== 'open') throw new Error('useJob before the job is open');
    return select(state.job);
  });
  return useSyncExternalStore(session.subscribe, () => chosen(session.getState()));
}

/** Parts of what is chosen on the sheet and in the lists of this job; drawn anew when one of them changes. */
export function useSelection<K extends keyof SelectionState>(...names: K[]): Pick<SelectionState, K> {
  return useStore(
    useSelectionStore(),
    useShallow((state) => pick(state, names)),
  );
}

/** Where the pointer is while something is drawn; while choosing it moves without anything being drawn anew. */
export const useDrawnPointer = (): SelectionState['pointer'] =>
  useStore(useSelectionStore(), ({ tool, pointer }) => (tool === null ? null : pointer));

/** For what acts on the choice without being drawn by it. */
export const useSelectionStore = (): Selection => useSession().selection;

/** Waits, as React waits, until the job has been planned for the first time. */
export function usePlanning(): Planning {
  const { planning: keeper } = useSession();
  const planning = useJob((job) => job.planning);
  if (planning && 'plan' in planning) return planning;
  // a fault in planning is shown where it would show if the page itself had planned
  if (planning) throw planning.fault;
  keeper.ask();
  use(keeper.due);
  throw new Error('planned, but the plan did not come with it');
}

/** For what can be shown before the plan is there. */
export function usePlanningSoFar(): Planning | undefined {
  const planning = useJob((job) => job.planning);
  return planning && 'plan' in planning ? planning : undefined;
}

/** Some parts of the job, by name. */
export const parts =
  <K extends keyof Job>(...names: K[]) =>
  (job: Job): Pick<Job, K> =>
    pick(job, names);

const pick = <T extends object, K extends keyof T>(from: T, names: readonly K[]): Pick<T, K> =>
  Object.fromEntries(names.map((name) => [name, from[name]])) as Pick<T, K>;

/** What plans is fetched once what can be drawn without a plan has been drawn. */
const PLANNING: PlanningMeans = {
  engine: () => whenSheetStands().then(() => import('./plan-engine')),
  newPlacer: () => new Worker(new URL('./programme.worker.ts', import.meta.url), { type: 'module' }),
  crew: usePreferences,
};

interface ProviderProps {
  organisationId: string;
  jobId: string;
  session: SessionInfo;
  standing: Standing;
  children: ReactNode;
}

/** Each plans its job, so there is one of a job that is being opened. */
const SESSIONS = new FirstRender<JobSession>();

/** Opens a job for the screens inside. */
export function JobProvider({ organisationId, jobId, session: person, standing, children }: ProviderProps) {
  const client = useQueryClient();
  const [session] = useState(() =>
    SESSIONS.of(
      [client, organisationId, jobId, person.personId, standing],
      () =>
        new JobSession({
          organisationId,
          jobId,
          person,
          standing,
          client,
          outbox: outboxesOf(person.personId).of(jobQueries(organisationId, jobId).path, jobId),
          planningBy: PLANNING,
          notify: say,
        }),
    ),
  );
  useEffect(() => {
    SESSIONS.opened(session);
    return session.open();
  }, [session]);
  const state = useSyncExternalStore(session.subscribe, session.getState);
  if (state.status === 'loading') return <Loading what={t('the-job')} />;
  if (state.status === 'failed') return <Failed fault={state.fault} retry={session.retry} />;
  return (
    <Context.Provider value={session}>
      <Suspense fallback={<Loading what={t('the-job')} />}>{children}</Suspense>
    </Context.Provider>
  );
}

function say(notice: Notice): void {
  if (notice.code === 'not-kept') toast.error(t('outbox.not-kept'));
  else if (notice.code === 'undone') toast(t('undo.done', { mark: labelOf(notice.item) }));
  else if (notice.code === 'changed-since') toast.error(t('undo.changed-since', { mark: labelOf(notice.item) }));
  else toast(t(notice.code === 'nothing-to-undo' ? 'undo.nothing' : 'redo.nothing'));
}

function labelOf(item: AnyItem | JobHead | undefined): string {
  if (!item) return t('the-change');
  return 'mark' in item ? item.mark : 'name' in item ? item.name : t('the-change');
}
