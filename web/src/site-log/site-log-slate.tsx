import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import type { WorkDone } from '@caulkhorn/core/site-log';
import { ChevronDown, ChevronRight, ChevronUp, TestTubeDiagonal } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { t } from '../messages/t';
import { hoursMinutes, timeOfDay } from '../shared/times';
import { useIsPhone } from '../shared/use-media';
import { useNow } from '../shared/use-now';
import { Below } from '../shared/ui/below';
import { Button, buttonClass } from '../shared/ui/button';
import { useFoundSince } from '../job/use-found-since';
import { useTestsOpen } from '../job/use-tests-open';
import { stepName } from '../words/item-name';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { ClockNotice } from './clock-notice';
import { CoatLooks, FreshCoats } from './coat-looks';
import { HotWatch } from './hot-watch';
import { IncidentNotes } from './incident-notes';
import { LogList } from './log-list';
import { LoneWatch } from './lone-watch';
import { NextWork } from './next-work';
import { RunningPails } from './pails';
import { TalkBeforeWork } from './talk-before-work';
import { ReadingForm } from './reading-form';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { trueNow } from '../shared/true-clock';

/** Windows are told by the minute; what is told by the second has a clock of its own. */
const NOW_EVERY_MS = 5000;

/** The next piece of work of each face, whoever is on or due first in front. What the log says counts at once, where the rest lies in time a moment later. */
function useNextOfFaces() {
  const { programme, workItems, site } = usePlanning();
  const { faces } = useJob((job) => job.model);
  return useMemo(() => {
    const items = new Map(workItems.map((item) => [item.id, item]));
    // a released plan may speak of a face that was removed since
    const present = new Set(faces.map(({ id }) => id));
    const chains = new Map<string, PlacedTask>();
    for (const task of programme.tasks) {
      const state = stateOf(site.done.get(task.id));
      if (state !== 'done' && present.has(task.chain) && !chains.has(task.chain)) chains.set(task.chain, { ...task, state });
    }
    return (
      [...chains.values()]
        .map((task) => ({ task, item: items.get(task.id)! }))
        // what goes on by itself keeps nobody from what comes next
        .sort((a, b) => Number(isOn(b)) - Number(isOn(a)) || urgency(a) - urgency(b))
    );
  }, [programme, workItems, site, faces]);
}

interface Next {
  task: PlacedTask;
  item: WorkItem;
}

const isOn = ({ task, item }: Next): boolean => task.state === 'running' && item.restH === undefined;

function stateOf(done: WorkDone | undefined): PlacedTask['state'] {
  if (done?.finishedAt !== undefined) return 'done';
  return done?.startedAt === undefined && done?.firstLaidAt === undefined ? 'planned' : 'running';
}

/** A window that closes soon matters more than work that may start any time; what goes on by itself matters when it is over. */
function urgency({ task, item }: Next): number {
  if (task.state === 'running' && item.restH !== undefined) return Math.max(task.endMs, trueNow()) + DAY_MS;
  return task.window?.closesMs ?? task.startMs + DAY_MS;
}

/** Site log: what is on, what comes next, what was written. */
export function SiteLogSlate() {
  const { revision, model, can } = useJob(parts('revision', 'model', 'can'));
  const now = useNow(NOW_EVERY_MS);
  const next = useNextOfFaces();
  const { selected } = useSelection('selected');
  const feature = selected?.kind === 'feature' ? model.features.find((f) => f.id === selected.id) : undefined;
  const faceId = feature?.faceId ?? (selected?.kind === 'face' ? selected.id : undefined);
  if (!revision) return <NoRelease />;
  const chosen = next.find(({ item }) => item.faceId === faceId) ?? (faceId ? undefined : next[0]);
  return (
    <>
      <ClockNotice />
      <FoundSince />
      <HotWatch />
      <RunningPails />
      <CoatLooks />
      <FreshCoats />
      <TestsDue />
      <OtherWork next={next} chosen={chosen} now={now} />
      {can('log') ? <TalkBeforeWork now={now} item={chosen?.item} at="head" /> : null}
      {chosen ? (
        <NextWork task={chosen.task} item={chosen.item} now={now} />
      ) : (
        <p className="text-soft">{faceId ? t('now.nothing-on-face') : t('now.all-done')}</p>
      )}
      {can('log') ? (
        <section className="mt-5 flex flex-col gap-3 pt-3">
          <TalkBeforeWork now={now} item={chosen?.item} at="foot" />
          <Below>
            <ToWrite faceId={faceId} />
          </Below>
        </section>
      ) : null}
      <Below>
        <Written faceId={faceId} />
      </Below>
    </>
  );
}

/** What may be written at any time, whatever comes next: the clock of the work above does not draw it anew. */
const ToWrite = memo(function ToWrite({ faceId }: { faceId: string | undefined }) {
  return (
    <>
      <LoneWatch />
      <ReadingForm faceId={faceId} />
      <IncidentNotes />
    </>
  );
});

const Written = memo(function Written({ faceId }: { faceId: string | undefined }) {
  const { organisationId, jobId } = useJob(parts('organisationId', 'jobId'));
  return (
    <section className="mt-5 border-t border-rule pt-3">
      <div className="mb-1 flex items-center justify-between gap-2">
        <h3 className="font-semibold">{t('log.title')}</h3>
        <Link to={`/o/${organisationId}/jobs/${jobId}/diary`} className={buttonClass()}>
          {t('diary.open')}
        </Link>
      </div>
      <LogList faceId={faceId} />
    </section>
  );
});

/** What is to be tested now: nobody finds it by himself. */
function TestsDue() {
  const { organisationId, jobId } = useJob(parts('organisationId', 'jobId'));
  const { failed, due } = useTestsOpen();
  if (failed + due === 0) return null;
  return (
    <Link
      to={`/o/${organisationId}/jobs/${jobId}/proof`}
      className="mb-3 flex min-h-11 items-center gap-3 border-y border-rule-strong py-1.5 hover:bg-sunk max-[719px]:min-h-14"
    >
      <TestTubeDiagonal size={18} aria-hidden className="shrink-0" />
      <span className="flex-1">
        {failed > 0 ? <b className="mr-2 text-iron">{t('now.tests-failed', { n: failed })}</b> : null}
        {due > 0 ? t('now.tests-due', { n: due }) : null}
      </span>
      <ChevronRight size={18} aria-hidden />
    </Link>
  );
}

/** The work of every face, and who is at it. On a phone it is folded away: what is to be done now fills it alone. */
function OtherWork({ next, chosen, now }: { next: readonly Next[]; chosen: Next | undefined; now: number }) {
  const { model } = useJob(parts('model'));
  const { site } = usePlanning();
  const { select } = useSelection('select');
  const isPhone = useIsPhone();
  const [isOpen, setOpen] = useState(false);
  const others = next.filter((each) => each !== chosen);
  const busy = others.filter(isOn);
  if (isPhone && others.length === 0) return null;
  return (
    <nav aria-label={t('now.faces')} className="mb-3 flex flex-wrap gap-1.5">
      {isPhone ? (
        <Button className="min-h-14 w-full !justify-between" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
          {t('now.other-faces', { n: others.length })}
          <span className="flex items-center gap-1.5 text-[13px] text-soft">
            {busy.length > 0 ? t('now.being-done', { n: busy.length }) : null}
            {isOpen ? <ChevronUp size={20} aria-hidden /> : <ChevronDown size={20} aria-hidden />}
          </span>
        </Button>
      ) : null}
      {isPhone && !isOpen
        ? null
        : next.map((each) => {
            const { task, item } = each;
            const face = model.faces.find((f) => f.id === item.faceId)!;
            const isChosen = chosen?.item.faceId === face.id;
            return (
              <button
                key={face.id}
                type="button"
                aria-pressed={isChosen}
                onClick={() => {
                  select({ kind: 'face', id: face.id });
                  setOpen(false);
                }}
                className={`min-h-9 rounded-[3px] border px-2.5 text-left max-[719px]:min-h-14 ${isChosen ? 'border-ink bg-ink text-paper' : 'border-rule-strong hover:bg-sunk'}`}
              >
                <b>{face.mark}</b> {stepName(item, model)}
                {task.window?.closesMs != null && task.state === 'planned' ? (
                  <span className="ml-1 text-[13px]">{soon(task.window.opensMs, task.window.closesMs, now)}</span>
                ) : null}
                {isOn(each) ? (
                  <span className="block text-[13px]">
                    {t('now.at-it', {
                      who: (site.done.get(item.id)?.people ?? []).join(', '),
                      since: timeOfDay(task.startMs, model.job.timeZone),
                    })}
                  </span>
                ) : null}
              </button>
            );
          })}
    </nav>
  );
}

/** What nobody planned for: seen here before it is covered. */
function FoundSince() {
  const { lines } = useFoundSince();
  const { select } = useSelection('select');
  const found = lines.filter(({ code, mark }) => code === 'found-not-planned' && mark !== undefined);
  if (found.length === 0) return null;
  return (
    <section aria-label={t('now.found-since')} className="mb-3 border-l-4 border-iron bg-iron-soft p-2.5">
      <h3 className="font-semibold">{t('now.found-since')}</h3>
      <p className="text-[13px]">{t('now.found-since-why')}</p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {found.map(({ mark, place: { faceId, featureId } }) => (
          <Button
            key={featureId ?? faceId}
            className="font-bold"
            onClick={() => select(featureId ? { kind: 'feature', id: featureId } : { kind: 'face', id: faceId! })}
          >
            {mark}
          </Button>
        ))}
      </div>
    </section>
  );
}

function soon(opensMs: number, closesMs: number, now: number): string {
  if (now < opensMs) return t('window.in', { time: hoursMinutes(opensMs - now) });
  return now <= closesMs ? t('window.left', { time: hoursMinutes(closesMs - now) }) : t('window.missed');
}

function NoRelease() {
  return (
    <>
      <SlateTitle>{t('lens.site-log')}</SlateTitle>
      <p className="text-soft">{t('log.no-release')}</p>
    </>
  );
}
