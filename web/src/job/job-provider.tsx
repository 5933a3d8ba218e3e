import type { SessionInfo, Standing } from '@caulkhorn/contract';
import type { AnyItem, JobHead } from '@caulkhorn/core/jobs';
import { useQueryClient } from '@tanstack/react-query';
import { type ReactNode, Suspense, useEffect, useState, useSyncExternalStore } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { usePreferences } from '../shared/preferences';
import { Failed, Loading } from '../shared/ui/states';
import { FirstRender } from './first-render';
import { whenSheetStands } from './first-sheet';
import { JobContext } from './job-context';
import type { PlanningMeans } from './job-planning';
import { jobQueries } from './job-queries';
import { JobSession, type Notice } from './job-session';
import { outboxesOf } from './outboxes';

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
    <JobContext.Provider value={session}>
      <Suspense fallback={<Loading what={t('the-job')} />}>{children}</Suspense>
    </JobContext.Provider>
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
