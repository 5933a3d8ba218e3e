import { RedoneBodyDto, checkShape } from '@caulkhorn/contract';
import { type PlanRevision, type WorkItem, workItemsBefore } from '@caulkhorn/core/planning';
import { type EntryBody, type HoldVerdict, type SiteState, isHiddenSeen, isLetGo, isOwnLook, isRefused } from '@caulkhorn/core/site-log';
import { Suspense, lazy, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { dayAndTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { TextArea } from '../shared/ui/field';
import { GlassDrawn } from '../shared/ui/glass-drawn';
import { useKeptForm } from '../shared/use-kept-form';
import { WorkPhotos } from './work-photos';
import { trueNowIso } from '../shared/true-clock';

const HandOver = lazy(() => import('./hand-over').then((m) => ({ default: m.HandOver })));
const GuestLook = lazy(() => import('./guest-look').then((m) => ({ default: m.GuestLook })));

/** Whether a hold point stands before a piece of work by the plan that was released, and nobody has let it go: the server asks the same. */
export function useIsHeld({ id }: WorkItem): boolean {
  const { revision } = useJob(parts('revision'));
  const { site } = usePlanning();
  const held = revision?.workItems.find((item) => item.id === id);
  return held?.hold ? !isLetGo(site.holds.get(id), workedUntilMs(held, revision!, site)) : false;
}

/** When the last of what is looked at there was finished. */
const workedUntilMs = (held: WorkItem, { workItems }: PlanRevision, { done }: SiteState): number =>
  Math.max(-Infinity, ...workItemsBefore(workItems, held).flatMap((each) => done.get(each)?.finishedAt ?? []));

/** What is looked over before this work, what was said of it, and the two answers of who may give them. */
export function HoldPoint({ item }: { item: WorkItem }) {
  const { model, revision, session, can, log } = useJob(parts('model', 'revision', 'session', 'can', 'log'));
  const { site } = usePlanning();
  const form = useKeptForm(`hold ${item.id}`, { reason: '' });
  const [isGuest, setGuest] = useState(false);
  const isHeld = useIsHeld(item);
  const hold = revision?.workItems.find(({ id }) => id === item.id)?.hold;
  if (!hold || !revision) return null;
  const said = site.holds.get(item.id) ?? [];
  const last = said.at(-1);
  // what was let go before more was done says nothing of that
  const shown = last && !(isHeld && last.verdict === 'released') ? last : undefined;
  if (!isHeld) return shown ? <Said of={shown} timeZone={model.job.timeZone} /> : null;
  const isUnseen = hold === 'cover' && !isHiddenSeen(site.photos.get(item.id), workedUntilMs(item, revision, site));
  const doers = [
    ...workItemsBefore(revision.workItems, item).flatMap((id) => site.doers.get(id) ?? []),
    ...said.flatMap(({ verdict, personId, personName }) => (verdict === 'redone' ? [{ id: personId, name: personName }] : [])),
  ];
  const self = { id: session.personId, name: session.name };
  const isOwn = isOwnLook({}, self, doers);
  const about = { workItemId: item.id, planRevisionId: revision.id };
  const say = (verdict: 'released' | 'refused', reason?: string) => {
    log({ kind: 'hold', ...about, verdict, ...(reason ? { reason } : {}) }, trueNowIso());
    form.setValue('reason', '');
    form.forget();
  };
  const refuse = form.handleSubmit(({ reason }) => {
    if (reason.trim() === '') return form.showIssues([{ code: 'missing', path: 'reason' }]);
    say('refused', reason.trim());
  });
  return (
    <section aria-label={t(`hold.${hold}`)} className="border-2 border-iron px-3 py-2.5">
      <h3 className="font-semibold">{t(`hold.${hold}`)}</h3>
      {shown ? <Said of={shown} timeZone={model.job.timeZone} /> : <p>{t('hold.open')}</p>}
      {isRefused(said) && can('log') ? <PutRight about={about} /> : null}
      {isUnseen ? <p>{t('hold.photo-first')}</p> : null}
      {hold === 'cover' ? <WorkPhotos item={item} asked={['hidden']} isLarge /> : null}
      {isOwn ? <p className="mt-2">{t('hold.own')}</p> : null}
      {can('hold') && !isOwn ? (
        <form className="mt-2 flex flex-col gap-2" onSubmit={(event) => void refuse(event)} noValidate>
          <Button size="large" look="solid" disabled={isUnseen} onClick={() => say('released')}>
            {t('hold.let-go')}
          </Button>
          <TextArea label={t('hold.reason')} fault={form.formState.errors.reason?.message} {...form.register('reason')} />
          <Button size="large" type="submit">
            {t('hold.refuse')}
          </Button>
          <p className="text-[13px] text-soft">{t('hold.not-approval')}</p>
        </form>
      ) : null}
      {can('hold') && !isGuest ? (
        <Button size="large" className="mt-2 w-full" onClick={() => setGuest(true)}>
          {t('hold.guest')}
        </Button>
      ) : null}
      <Suspense>
        <HandOver />
      </Suspense>
      {isGuest ? (
        <Suspense fallback={<div className="h-40" />}>
          <GuestLook
            {...{ about, isUnseen }}
            isDoer={(name) => isOwnLook({ glass: { name, drawn: '' } }, self, doers)}
            close={() => setGuest(false)}
          />
        </Suspense>
      ) : null}
    </section>
  );
}

/** What was last said at it, by whom and when. */
function Said({ of: { verdict, personName, at, reason = '', glass }, timeZone }: { of: HoldVerdict; timeZone: string }) {
  const values = { name: personName, when: dayAndTime(at, timeZone), reason };
  return (
    <div className={verdict === 'refused' ? 'font-medium text-iron' : 'text-soft'}>
      <p>{t(`hold.${verdict}-by`, values)}</p>
      {glass ? (
        <p className="flex flex-wrap items-center gap-x-3 font-normal">
          <GlassDrawn drawn={glass.drawn} label={t('hold.drawn', { name: personName })} /> {t('hold.seen-by', { witness: glass.witness })}
        </p>
      ) : null}
    </div>
  );
}

/** What was refused goes back as work: whoever put it right says how. */
function PutRight({ about }: { about: { workItemId: string; planRevisionId: string } }) {
  const { log } = useJob(parts('log'));
  const form = useKeptForm(`put right ${about.workItemId}`, { note: '' });
  const save = form.handleSubmit(({ note }) => {
    const shape = checkShape<EntryBody>(RedoneBodyDto, { kind: 'redone', ...about, note: note.trim() });
    if (!shape.ok) return form.showIssues(shape.issues);
    log(shape.value, trueNowIso());
    form.forget();
  });
  return (
    <form className="mt-2 flex flex-col gap-2 border-t border-iron pt-2" onSubmit={(event) => void save(event)} noValidate>
      <p className="font-semibold">{t('hold.redo')}</p>
      <TextArea label={t('hold.redo-what')} maxLength={1000} fault={form.formState.errors.note?.message} {...form.register('note')} />
      <Button size="large" look="solid" type="submit">
        {t('hold.redo-do')}
      </Button>
    </form>
  );
}
