import { type JobSummary, PERMISSIONS, type SessionInfo } from '@caulkhorn/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { BookOpen, Calculator, CircleAlert, CircleCheck, CircleDashed, FileUp, Plus, Smartphone } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { t } from '../messages/t';
import { useSignOut } from '../people/session';
import { api } from '../shared/api';
import { useOfflinePages } from '../shared/offline-pages';
import { fullTime } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { Mark } from '../shared/ui/mark';
import { Failed, Loading } from '../shared/ui/states';
import { ImportDialog } from './import-dialog';
import { NewJobDialog } from './new-job-dialog';

type Organisation = SessionInfo['organisations'][number];

export function JobsPage({ session }: { session: SessionInfo }) {
  const signOut = useSignOut();
  return (
    <div className="min-h-full">
      <header className="flex h-12 items-center gap-3 bg-bar px-4 text-bar-ink">
        <Mark /> <b className="text-base">Caulkhorn</b>
        <Link to="/bench" className="ml-3 flex h-9 items-center gap-1.5 rounded-[3px] px-2 hover:bg-white/10" title={t('bench.open-hint')}>
          <Calculator size={16} /> {t('bench.open')}
        </Link>
        <span className="flex-1" />
        <Link to="/account" className="flex h-9 items-center px-2 underline underline-offset-4" title={t('account.open')}>
          <span className="max-[719px]:hidden">{session.name}</span>
          <span className="min-[720px]:hidden">{t('account.open')}</span>
        </Link>
        <button type="button" className="h-9 px-2 underline underline-offset-4" onClick={() => void signOut()}>
          {t('sign-out')}
        </button>
      </header>
      <main className="mx-auto max-w-5xl p-6 max-[719px]:p-3">
        {session.organisations.length === 0 ? <p>{t('jobs.no-organisation')}</p> : null}
        {session.organisations.map((organisation) => (
          <OrganisationJobs key={organisation.id} organisation={organisation} />
        ))}
        <OfflineState />
      </main>
    </div>
  );
}

/** Whether this device may be carried down where there is no signal; better known before than after. */
function OfflineState() {
  const { state, update } = useOfflinePages();
  const Icon = { kept: CircleCheck, fetching: CircleDashed, 'no-way': CircleAlert }[state];
  return (
    <p role="status" aria-label={t('offline.title')} className="flex flex-wrap items-center gap-2 text-[13px] text-soft">
      <Icon size={16} className={`shrink-0 ${state === 'no-way' ? 'text-ochre' : 'text-water'}`} aria-hidden />
      <span className="min-w-0 flex-1">{t(`offline.${state}`)}</span>
      {update ? (
        <Button size="small" onClick={update}>
          {t('offline.update-now')}
        </Button>
      ) : null}
    </p>
  );
}

function OrganisationJobs({ organisation }: { organisation: Organisation }) {
  const path = `/organisations/${organisation.id}/jobs`;
  const jobs = useQuery({ queryKey: ['jobs', organisation.id], queryFn: ({ signal }) => api.get<JobSummary[]>(path, signal) });
  const [dialog, setDialog] = useState<'new' | 'import' | null>(null);
  const navigate = useNavigate();
  const client = useQueryClient();
  const mayMake = PERMISSIONS[organisation.standing].includes('make-job');
  const open = (jobId: string) => void navigate(`/o/${organisation.id}/jobs/${jobId}/survey`);
  return (
    <section className="mb-8">
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <h1 className="flex-1 text-xl font-semibold">
          {organisation.name} <span className="text-sm font-normal text-soft">{t(`standing.${organisation.standing}`)}</span>
        </h1>
        {organisation.standing === 'guest' ? null : (
          <Link to={`/o/${organisation.id}/house/catalogue`} className={buttonClass()}>
            <BookOpen size={16} /> {t('house.open')}
          </Link>
        )}
        {mayMake ? (
          <>
            <Button onClick={() => setDialog('import')}>
              <FileUp size={16} /> {t('jobs.import')}
            </Button>
            <Button look="solid" onClick={() => setDialog('new')}>
              <Plus size={16} /> {t('jobs.new')}
            </Button>
          </>
        ) : null}
      </div>
      {jobs.isPending ? <Loading what={t('the-jobs')} /> : null}
      {jobs.isError && !jobs.data ? <Failed fault={jobs.error} retry={() => void jobs.refetch()} /> : null}
      {jobs.data?.length === 0 ? (
        <p className="border border-dashed border-rule-strong p-6 text-soft">{t(mayMake ? 'jobs.empty' : 'jobs.empty-reader')}</p>
      ) : null}
      <ul className="divide-y divide-rule border-y border-rule">
        {jobs.data?.map((job) => (
          <li key={job.id}>
            <Link
              to={`/o/${organisation.id}/jobs/${job.id}/survey`}
              className="grid grid-cols-[1fr_auto] items-center gap-x-4 px-2 py-3 hover:bg-sunk"
            >
              <span className="flex items-baseline gap-2 text-base font-semibold">
                {job.name}
                {client.getQueryData(['job', job.id]) ? (
                  <span className="flex items-center gap-1 text-[13px] font-normal whitespace-nowrap text-soft">
                    <Smartphone size={13} aria-hidden /> {t('offline.on-device')}
                  </span>
                ) : null}
              </span>
              <span className="text-right text-[13px] text-soft max-[719px]:col-start-1 max-[719px]:row-start-3 max-[719px]:text-left">
                {t('jobs.changed', { when: fullTime(job.updatedAt, Intl.DateTimeFormat().resolvedOptions().timeZone) })}
              </span>
              <span className="text-soft">{job.site}</span>
              <span className="text-right text-[13px] max-[719px]:col-start-1 max-[719px]:text-left">
                {t('jobs.counts', { faces: job.faces, features: job.features, entries: job.entries })}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <NewJobDialog path={path} open={dialog === 'new'} onOpenChange={(isOpen) => setDialog(isOpen ? 'new' : null)} onMade={open} />
      <ImportDialog
        path={`/organisations/${organisation.id}/import`}
        open={dialog === 'import'}
        onOpenChange={(isOpen) => setDialog(isOpen ? 'import' : null)}
        onMade={open}
      />
    </section>
  );
}
