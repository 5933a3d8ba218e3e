import { type PlanRevision, type WorkItem, workItemsBefore } from '@caulkhorn/core/planning';
import { type SiteState, isHiddenSeen, isLetGo } from '@caulkhorn/core/site-log';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { dayAndTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { TextArea } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { WorkPhotos } from './work-photos';
import { trueNowIso } from '../shared/true-clock';

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
  const isHeld = useIsHeld(item);
  const hold = revision?.workItems.find(({ id }) => id === item.id)?.hold;
  if (!hold || !revision) return null;
  const last = site.holds.get(item.id)?.at(-1);
  // what was let go before more was done says nothing of that
  const said = last &&
    !(isHeld && last.verdict === 'released') && {
      name: last.personName,
      when: dayAndTime(last.at, model.job.timeZone),
      reason: last.reason ?? '',
    };
  if (!isHeld) return said ? <p className="text-soft">{t('hold.released-by', said)}</p> : null;
  const isUnseen = hold === 'cover' && !isHiddenSeen(site.photos.get(item.id), workedUntilMs(item, revision, site));
  const isOwn = workItemsBefore(revision.workItems, item).some((id) => site.doers.get(id)?.has(session.personId));
  const say = (verdict: 'released' | 'refused', reason?: string) => {
    const about = { workItemId: item.id, planRevisionId: revision.id, verdict, ...(reason ? { reason } : {}) };
    log({ kind: 'hold', ...about }, trueNowIso());
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
      <p className={said ? 'font-medium text-iron' : ''}>{said ? t('hold.refused-by', said) : t('hold.open')}</p>
      {isUnseen ? <p>{t('hold.photo-first')}</p> : null}
      {hold === 'cover' ? <WorkPhotos item={item} asked={['hidden']} isLarge /> : null}
      {isOwn ? <p>{t('hold.own')}</p> : null}
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
    </section>
  );
}
