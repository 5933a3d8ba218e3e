import type { SessionInfo } from '@caulkhorn/contract';
import { Suspense, lazy, useEffect } from 'react';
import { NavLink, Navigate, useParams } from 'react-router';
import { t } from '../messages/t';
import { useIsPhone } from '../shared/use-now';
import { Loading } from '../shared/ui/states';
import { ItemList } from '../sheet/item-list';
import { KeyPlan } from '../sheet/key-plan';
import { SectionSheet } from '../sheet/section-sheet';
import { Strip } from '../programme/strip';
import { useWorking } from '../workings/use-working';
import { CommandPalette } from './command-palette';
import { JobHeader } from './job-header';
import { expectSheet } from '../job/first-sheet';
import { parts, useJob } from '../job/job-context';
import { LENSES } from './lenses';
import { OutboxNotices } from './outbox-notices';
import { type LensCounts, useLensCounts } from './use-lens-counts';
import { useShortcuts } from './use-shortcuts';

const PhonePage = lazy(() => import('./phone-page').then((m) => ({ default: m.PhonePage })));
const WorkingDialog = lazy(() => import('../workings/working-dialog'));

/** One job at a desk: steps above, list and sheet left, slate right, the next two days below. On a phone, one thing at a time. */
export function JobPage({ session }: { session: SessionInfo }) {
  const { lens: lensId, organisationId, jobId } = useParams();
  const lens = LENSES.find((each) => each.id === lensId);
  const { can, model } = useJob(parts('can', 'model'));
  const isPhone = useIsPhone();
  const hasWorking = useWorking((state) => state.working !== null);
  useEffect(() => {
    document.title = `${model.job.name} · Caulkhorn`;
  }, [model.job.name]);
  useShortcuts();
  if (lens && !isPhone) expectSheet();
  if (!lens) return <Navigate to={`/o/${organisationId}/jobs/${jobId}/survey`} replace />;
  const Slate = lens.slate;
  return (
    <div className="flex h-full flex-col">
      <JobHeader session={session} />
      {isPhone ? (
        <Suspense fallback={<Loading what={t('the-job')} />}>
          <PhonePage lens={lens.id} />
        </Suspense>
      ) : (
        <>
          <Suspense fallback={<StepBar counts={{}} />}>
            <CountedSteps />
          </Suspense>
          <OutboxNotices />
          <div className="flex min-h-0 flex-1">
            <aside className="flex w-52 shrink-0 flex-col border-r border-rule bg-raised max-[980px]:hidden">
              <ItemList editable={can('survey')} />
              <KeyPlan />
            </aside>
            <SectionSheet editable={can('survey')} />
            <aside
              key={lens.id}
              aria-label={t('slate.name')}
              className={`shrink-0 overflow-y-auto border-l border-rule bg-raised p-4 ${lens.wide ? 'w-[536px]' : 'w-[348px]'}`}
            >
              <Suspense fallback={<Loading what={t(`lens.${lens.id}`)} />}>
                <Slate />
              </Suspense>
            </aside>
          </div>
          <Suspense>
            <Strip />
          </Suspense>
        </>
      )}
      {hasWorking ? (
        <Suspense>
          <WorkingDialog timeZone={model.job.timeZone} />
        </Suspense>
      ) : null}
      <CommandPalette />
    </div>
  );
}

function CountedSteps() {
  return <StepBar counts={useLensCounts()} />;
}

function StepBar({ counts }: { counts: LensCounts }) {
  const { organisationId, jobId } = useParams();
  return (
    <nav aria-label={t('steps')} className="flex h-10 shrink-0 items-stretch border-b border-rule bg-sunk px-2">
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
