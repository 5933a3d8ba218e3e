import type { JobOutlookAnswer, JobState, JobSummary } from '@caulkhorn/contract';
import type { JobShares } from '@caulkhorn/core/outlook';
import { useQueryClient } from '@tanstack/react-query';
import { Search, Smartphone } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { dayOnly, timeNear } from '../shared/times';
import { useIsPhone } from '../shared/use-media';
import { useNow } from '../shared/use-now';
import { JobMenu } from './job-menu';
import { type JobOrder, inOrder } from './job-order';

const SELECT = 'h-9 rounded-[3px] border border-rule-strong bg-raised px-2 text-sm text-ink max-[719px]:h-14';
const ORDERS: readonly JobOrder[] = ['changed', 'next', 'wrong', 'name'];
const SHARES = ['surveyed', 'planned', 'coated'] as const;

const STATES = ['open', 'template', 'archived', 'deleted'] as const;

interface JobListProps {
  organisationId: string;
  jobs: readonly JobSummary[];
  /** may put jobs away, copy and delete them */ mayManage: boolean;
  outlookOf(jobId: string): JobOutlookAnswer | undefined;
}

/** The jobs with how far they are drawn small, found by words and put into an order. */
export function JobList({ organisationId, jobs: all, mayManage, outlookOf }: JobListProps) {
  const [words, setWords] = useState('');
  const [order, setOrder] = useState<JobOrder>('changed');
  const [state, setState] = useState<JobState>('open');
  const jobs = all.filter((job) => job.state === state);
  const shown = inOrder(jobs, order, words, outlookOf);
  return (
    <section aria-label={t('today.jobs')}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t-4 border-ink pt-1.5 pb-1">
        <h3 className="flex-1 font-semibold">
          {t('today.jobs')} <span className="font-normal text-soft">{jobs.length}</span>
        </h3>
        <label className="flex items-center gap-1.5">
          <Search size={14} aria-hidden className="text-soft" />
          <span className="sr-only">{t('jobs.search')}</span>
          <input
            value={words}
            onChange={(event) => setWords(event.target.value)}
            placeholder={t('jobs.search')}
            className="h-9 w-44 rounded-[3px] border border-rule-strong bg-raised px-2"
          />
        </label>
        {state !== 'open' || all.some((job) => job.state !== 'open') ? (
          <label className="flex items-center gap-1.5 text-[13px] text-soft">
            {t('jobs.show')}
            <select value={state} onChange={(event) => setState(event.target.value as JobState)} className={SELECT}>
              {STATES.map((each) => (
                <option key={each} value={each}>
                  {t(`jobs.show.${each}`)}
                </option>
              ))}
            </select>
          </label>
        ) : null}
        <label className="flex items-center gap-1.5 text-[13px] text-soft">
          {t('jobs.sort')}
          <select value={order} onChange={(event) => setOrder(event.target.value as JobOrder)} className={SELECT}>
            {ORDERS.map((each) => (
              <option key={each} value={each}>
                {t(`jobs.sort.${each}`)}
              </option>
            ))}
          </select>
        </label>
      </div>
      {shown.length === 0 ? (
        <p className="border-t border-rule py-3 text-soft">{jobs.length > 0 ? t('jobs.none-found') : t(`jobs.none.${state}`)}</p>
      ) : null}
      <ul className="divide-y divide-rule border-y border-rule">
        {shown.map((job) => (
          <li key={job.id} className="flex items-center">
            <JobRow organisationId={organisationId} job={job} outlook={outlookOf(job.id)} />
            {mayManage ? <JobMenu organisationId={organisationId} job={job} /> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}

function JobRow({ organisationId, job, outlook }: { organisationId: string; job: JobSummary; outlook: JobOutlookAnswer | undefined }) {
  const client = useQueryClient();
  const now = useNow(60_000);
  // on a phone the job itself says what opens first
  const first = useIsPhone() ? '' : '/survey';
  const next = outlook?.coming[0]?.atMs;
  const wrong = outlook?.missing.filter(({ tone }) => tone === 'wrong').length ?? 0;
  return (
    <Link
      to={`/o/${organisationId}/jobs/${job.id}${first}`}
      className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_auto_190px] items-center gap-x-6 px-1 py-2.5 hover:bg-sunk max-[719px]:grid-cols-1 max-[719px]:gap-y-1.5"
    >
      <span className="min-w-0">
        <span className="flex flex-wrap items-baseline gap-x-2 text-base font-semibold">
          {job.name}
          {client.getQueryData(['job', job.id]) ? (
            <span className="flex items-center gap-1 text-[13px] font-normal whitespace-nowrap text-soft">
              <Smartphone size={13} aria-hidden /> {t('offline.on-device')}
            </span>
          ) : null}
        </span>
        <span className="block truncate text-[13px] text-soft">
          {job.site} · {t('jobs.changed', { when: dayOnly(job.updatedAt, job.timeZone) })}
        </span>
      </span>
      <Shares shares={outlook?.shares ?? {}} />
      <span className="text-right text-[13px] max-[719px]:text-left">
        <span className="block">
          {next === undefined ? (
            <span className="text-soft">{t('jobs.no-next')}</span>
          ) : (
            t('jobs.next', { when: timeNear(next, now, job.timeZone) })
          )}
        </span>
        <span className="block">
          {wrong > 0 ? <b className="text-iron">{t('jobs.wrong-n', { n: wrong })} · </b> : null}
          <span className="text-soft">{outlook ? t('jobs.missing-n', { n: outlook.missingCount }) : job.state === 'open' ? '…' : ''}</span>
        </span>
      </span>
    </Link>
  );
}

/** Seen, planned, done, as three bars in brackets: the longer the further. */
function Shares({ shares }: { shares: JobShares }) {
  return (
    <span className="flex gap-4">
      {SHARES.map((name) => {
        const share = shares[name];
        const pct = Math.round((share ?? 0) * 100);
        return (
          <span key={name} className="w-[84px]">
            <span className="block text-[12px] text-soft">{t('jobs.share.of', { what: t(`jobs.share.${name}`), pct })}</span>
            <span className="block h-2 border-x-2 border-ink bg-rule px-px" aria-hidden>
              <span className="block h-full bg-water" style={{ width: `${pct}%` }} />
            </span>
          </span>
        );
      })}
    </span>
  );
}
