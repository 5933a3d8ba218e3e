import { type JobSummary, PERMISSIONS, type SessionInfo, isOutsider } from '@caulkhorn/contract';
import { useQueries, useQuery } from '@tanstack/react-query';
import { BookOpen, FileUp, Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { useUnits } from '../shared/preferences';
import { useNow } from '../shared/use-now';
import { Button, buttonClass } from '../shared/ui/button';
import { Failed, Loading } from '../shared/ui/states';
import { ImportDialog } from './import-dialog';
import { JobList } from './job-list';
import { NewJobDialog } from './new-job-dialog';
import { outlookQuery, storeOutlookQuery } from './outlook-queries';
import { TodayColumns } from './today-columns';
import { todayLines } from './today-lines';

type Organisation = SessionInfo['organisations'][number];

const NO_JOBS: readonly JobSummary[] = [];

/** The day and the jobs of one organisation. */
export function OrganisationToday({ organisation }: { organisation: Organisation }) {
  const path = `/organisations/${organisation.id}/jobs`;
  const jobs = useQuery({ queryKey: ['jobs', organisation.id], queryFn: ({ signal }) => api.get<JobSummary[]>(path, signal) });
  const [dialog, setDialog] = useState<'new' | 'import' | null>(null);
  const navigate = useNavigate();
  const permissions = PERMISSIONS[organisation.standing];
  const mayMake = permissions.includes('make-job');
  const goTo = (jobId: string) => void navigate(`/o/${organisation.id}/jobs/${jobId}/survey`);
  const open = useMemo(() => (jobs.data ?? NO_JOBS).filter(({ state }) => state === 'open'), [jobs.data]);
  const looks = useLooks(organisation, open);
  return (
    <section className="mb-6" aria-label={organisation.name}>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <h2 className="flex-1 text-xl font-semibold max-[719px]:basis-full">
          {t('today.title')}{' '}
          <span className="text-sm font-normal text-soft">
            {organisation.name} · {t(`standing.${organisation.standing}`)}
          </span>
        </h2>
        {isOutsider(organisation.standing) ? null : (
          <Link to={`/o/${organisation.id}/house/catalogue`} className={buttonClass()}>
            <BookOpen size={16} aria-hidden /> {t('house.open')}
          </Link>
        )}
        {mayMake ? (
          <>
            <Button onClick={() => setDialog('import')}>
              <FileUp size={16} aria-hidden /> {t('jobs.import')}
            </Button>
            <Button look="solid" onClick={() => setDialog('new')}>
              <Plus size={16} aria-hidden /> {t('jobs.new')}
            </Button>
          </>
        ) : null}
      </div>
      {jobs.isPending ? <Loading what={t('the-jobs')} /> : null}
      {jobs.isError && !jobs.data ? <Failed fault={jobs.error} retry={() => void jobs.refetch()} /> : null}
      {jobs.data?.length === 0 ? (
        <p className="border border-dashed border-rule-strong p-6 text-soft">{t(mayMake ? 'jobs.empty' : 'jobs.empty-reader')}</p>
      ) : null}
      {jobs.data && jobs.data.length > 0 ? (
        <>
          <TodayColumns organisationId={organisation.id} lines={looks.lines} isFilling={looks.waiting > 0} />
          <p role="status" className="mt-1 mb-4 text-[13px] text-soft">
            {looks.waiting > 0
              ? t('today.looking', { done: open.length - looks.waiting, n: open.length })
              : looks.failed > 0
                ? t('today.not-all', { n: looks.failed })
                : t('today.looked', { n: open.length })}
          </p>
          <JobList organisationId={organisation.id} jobs={jobs.data} mayManage={mayMake} outlookOf={looks.outlookOf} />
        </>
      ) : null}
      <NewJobDialog path={path} open={dialog === 'new'} onOpenChange={(isOpen) => setDialog(isOpen ? 'new' : null)} onMade={goTo} />
      <ImportDialog
        path={`/organisations/${organisation.id}/import`}
        open={dialog === 'import'}
        onOpenChange={(isOpen) => setDialog(isOpen ? 'import' : null)}
        onMade={goTo}
      />
    </section>
  );
}

/** Each job is looked at by itself: the page fills as the answers come, and one that fails hides no other. */
function useLooks(organisation: Organisation, jobs: readonly JobSummary[]) {
  const units = useUnits();
  const now = useNow(60_000);
  const answers = useQueries({ queries: jobs.map(({ id }) => outlookQuery(organisation.id, id)) });
  const seesStore = PERMISSIONS[organisation.standing].includes('stock');
  const store = useQuery({ ...storeOutlookQuery(organisation.id), enabled: seesStore });
  const looked = jobs.flatMap((job, i) => {
    const outlook = answers[i]?.data;
    return outlook ? [{ job, outlook }] : [];
  });
  const storeLines = store.data?.lines ?? [];
  const zone = jobs[0]?.timeZone ?? 'UTC';
  // answers keep their identity while nothing new has come
  const stamp = [...answers.map(({ dataUpdatedAt }) => dataUpdatedAt), store.dataUpdatedAt, jobs.length].join();
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const lines = useMemo(() => todayLines(looked, storeLines, zone, { units, nowMs: now }), [stamp, units, now, zone]);
  return {
    lines,
    waiting: answers.filter(({ isPending }) => isPending).length,
    failed: answers.filter(({ isError, data }) => isError && !data).length,
    outlookOf: (jobId: string) => looked.find(({ job }) => job.id === jobId)?.outlook,
  };
}
