import type { SessionInfo, Standing } from '@caulkhorn/contract';
import type { AnyItem } from '@caulkhorn/core/jobs';
import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, createContext, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { useShallow } from 'zustand/react/shallow';
import { t } from '../messages/t';
import { Failed, Loading } from '../shared/ui/states';
import { type Job, JobSession, type Notice } from './job-session';
import { jobQueries } from './job-queries';
import { outboxesOf } from './outboxes';

const Context = createContext<JobSession | null>(null);

/** What a screen reads of the job: it is drawn anew when that changes, and not for anything else. */
export function useJob<T>(select: (job: Job) => T): T {
  const session = useContext(Context);
  if (!session) throw new Error('useJob outside a JobProvider');
  const chosen = useShallow((state: ReturnType<JobSession['getState']>) => {
    if (state.status !== 'open') throw new Error('useJob before the job is open');
    return select(state.job);
  });
  return useSyncExternalStore(session.subscribe, () => chosen(session.getState()));
}

/** Some parts of the job, by name. */
export const parts =
  <K extends keyof Job>(...names: K[]) =>
  (job: Job): Pick<Job, K> =>
    Object.fromEntries(names.map((name) => [name, job[name]])) as Pick<Job, K>;

interface ProviderProps {
  organisationId: string;
  jobId: string;
  session: SessionInfo;
  standing: Standing;
  children: ReactNode;
}

/** Opens a job for the screens inside. */
export function JobProvider({ organisationId, jobId, session: person, standing, children }: ProviderProps) {
  const client = useQueryClient();
  const [session] = useState(
    () =>
      new JobSession({
        organisationId,
        jobId,
        person,
        standing,
        client,
        outbox: outboxesOf(person.personId).of(jobQueries(organisationId, jobId).path, jobId),
        notify: say,
      }),
  );
  useEffect(() => session.open(), [session]);
  const state = useSyncExternalStore(session.subscribe, session.getState);
  if (state.status === 'loading') return <Loading what={t('the-job')} />;
  if (state.status === 'failed') return <Failed fault={state.fault} retry={session.retry} />;
  return <Context.Provider value={session}>{children}</Context.Provider>;
}

function say(notice: Notice): void {
  if (notice.code === 'not-kept') toast.error(t('outbox.not-kept'));
  else if (notice.code === 'undone') toast(t('undo.done', { mark: labelOf(notice.item) }));
  else if (notice.code === 'changed-since') toast.error(t('undo.changed-since', { mark: labelOf(notice.item) }));
  else toast(t(notice.code === 'nothing-to-undo' ? 'undo.nothing' : 'redo.nothing'));
}

function labelOf(item: AnyItem | undefined): string {
  if (!item) return t('the-change');
  return 'mark' in item ? item.mark : 'name' in item ? item.name : t('the-change');
}
