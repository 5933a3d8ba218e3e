import type { SessionInfo } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { Suspense, lazy, useEffect } from 'react';
import { Link, NavLink, Navigate, useParams } from 'react-router';
import { t } from '../messages/t';
import { useIsPhone } from '../shared/use-media';
import { Loading } from '../shared/ui/states';
import { useSheetCamera } from '../sheet/use-sheet-camera';
import { WalkLine } from '../sheet/walk-line';
import { useWorking } from '../workings/use-working';
import { CommandPalette } from './command-palette';
import { JobHeader } from './job-header';
import { expectSheet, whenSheetStands } from '../job/first-sheet';
import { parts, useJob } from '../job/job-context';
import { jobQueries } from '../job/job-queries';
import { Desk } from './desk';
import { useHasSheet } from './use-has-sheet';
import { LENSES } from './lenses';
import { OutboxNotices } from './outbox-notices';
import { type LensCounts, useLensCounts } from './use-lens-counts';
import { usePlace } from './use-place';
import { useShortcuts } from './use-shortcuts';

const PhonePage = lazy(() => import('./phone-page').then((m) => ({ default: m.PhonePage })));
const Strip = lazy(() => import('../programme/strip').then((m) => ({ default: m.Strip })));
const AlertsTold = lazy(() => import('../programme/alerts-told'));
const LoneAlarm = lazy(() => whenSheetStands().then(() => import('../site-log/lone-alarm')));
const PailAlarm = lazy(() => import('../site-log/pail-alarm'));
const WorkingDialog = lazy(() => import('../workings/working-dialog'));

/** One job at a desk: steps above, list and sheet left, slate right, the next two days below. On a phone, one thing at a time. */
export function JobPage({ session }: { session: SessionInfo }) {
  const { lens: lensId, organisationId, jobId } = useParams();
  const lens = LENSES.find((each) => each.id === lensId);
  const { model } = useJob(parts('model'));
  const isPhone = useIsPhone();
  const camera = useSheetCamera();
  const hasSheet = useHasSheet(lens);
  const isPlanned = useJob((job) => job.planning !== undefined);
  const hasWorking = useWorking((state) => state.working !== null);
  useEffect(() => {
    document.title = `${model.job.name} · Caulkhorn`;
  }, [model.job.name]);
  useShortcuts();
  usePlace();
  if (lens && !isPhone && hasSheet) expectSheet();
  if (!lens) return isPhone ? <FirstOnPhone /> : <Navigate to={`/o/${organisationId}/jobs/${jobId}/survey`} replace />;
  return (
    <div className="flex h-full flex-col">
      <JobHeader session={session} />
      <Suspense>
        <LoneAlarm />
      </Suspense>
      {isPhone ? (
        <Suspense fallback={<Loading what={t('the-job')} />}>
          <PhonePage lens={lens.id} camera={camera} />
        </Suspense>
      ) : (
        <>
          <Suspense fallback={<StepBar counts={{}} />}>
            <CountedSteps />
          </Suspense>
          <OutboxNotices />
          <WalkLine camera={camera} hasSheet={hasSheet} />
          <Desk lens={lens} camera={camera} />
          {isPlanned ? (
            <Suspense>
              <Strip key={String(lens.fullStrip)} isFull={lens.fullStrip} />
            </Suspense>
          ) : null}
        </>
      )}
      {hasWorking ? (
        <Suspense>
          <WorkingDialog timeZone={model.job.timeZone} />
        </Suspense>
      ) : null}
      {isPlanned ? (
        <Suspense>
          <AlertsTold />
          <PailAlarm />
        </Suspense>
      ) : null}
      <CommandPalette />
    </div>
  );
}

/** On a phone what to do now opens first, once anything is released; before that the survey. */
function FirstOnPhone() {
  const { organisationId, jobId } = useParams();
  const { data, isPending } = useQuery(jobQueries(organisationId!, jobId!).plan);
  if (isPending) return <Loading what={t('the-job')} />;
  return <Navigate to={`/o/${organisationId}/jobs/${jobId}/${data?.latest ? 'site-log' : 'survey'}`} replace />;
}

function CountedSteps() {
  return <StepBar counts={useLensCounts()} />;
}

function StepBar({ counts }: { counts: LensCounts }) {
  const { organisationId, jobId } = useParams();
  return (
    <nav aria-label={t('steps')} className="flex h-10 shrink-0 items-stretch border-b border-rule bg-sunk px-2">
      <Link
        to="/"
        className="mr-1 flex items-center border-r border-b-[3px] border-r-rule-strong border-b-transparent px-3 text-soft hover:text-ink"
      >
        {t('to-today')}
      </Link>
      {LENSES.map(({ id }, i) => (
        <NavLink
          key={id}
          to={`/o/${organisationId}/jobs/${jobId}/${id}`}
          title={`Alt+${i + 1}`}
          className={({ isActive }) =>
            `flex items-center gap-1.5 border-b-[3px] px-3 ${isActive ? 'border-water font-semibold' : 'border-transparent text-soft hover:text-ink'}`
          }
        >
          {t(`lens.${id}`)}
          <Count count={counts[id]} />
        </NavLink>
      ))}
    </nav>
  );
}

function Count({ count }: { count?: { text: string; tone: 'plain' | 'waits' | 'wrong' } }) {
  if (!count) return null;
  return (
    <span
      className={`text-[13px] font-normal ${{ plain: 'text-soft', waits: 'text-ochre', wrong: 'font-semibold text-iron' }[count.tone]}`}
    >
      {count.text}
    </span>
  );
}
