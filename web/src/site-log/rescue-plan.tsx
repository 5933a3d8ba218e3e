import '../messages/later';
import { RescueBodyDto, checkShape } from '@caulkhorn/contract';
import { type ConfinedState, type EntryBody, checkEntry, isRescueSaid } from '@caulkhorn/core/site-log';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { timeNear } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';

/** How somebody who is down in a confined space is brought out from outside, and who is called: said for each shift, before anybody goes in. */
export function RescuePlan({ rescue, spaceId, now }: { rescue: ConfinedState['rescue']; spaceId: string; now: number }) {
  const { model, can } = useJob(parts('model', 'can'));
  const [isAnew, setAnew] = useState(false);
  const isSaid = isRescueSaid(rescue, now);
  const at = rescue && timeNear(rescue.at, now, model.job.timeZone);
  return (
    <section aria-label={t('rescue.title')} className="flex flex-col gap-2 border-b border-rule pb-2.5">
      <h4 className="font-semibold">{t('rescue.title')}</h4>
      {rescue && isSaid ? (
        <>
          <p className="whitespace-pre-wrap">{rescue.out}</p>
          <p className="text-lg font-semibold">{t('rescue.called', { call: rescue.call })}</p>
          <p className="text-[13px] text-soft">{t('rescue.said', { at: at!, name: rescue.personName })}</p>
        </>
      ) : (
        <p role="status" className="font-medium text-iron">
          {rescue ? t('rescue.old', { at: at! }) : t('rescue.none')}
        </p>
      )}
      {!can('log') ? null : isSaid && !isAnew ? (
        <Button look="quiet" className="min-h-14 self-start" onClick={() => setAnew(true)}>
          {t('rescue.anew')}
        </Button>
      ) : (
        <RescueForm key={rescue?.at} rescue={rescue} spaceId={spaceId} done={() => setAnew(false)} />
      )}
    </section>
  );
}

function RescueForm({ rescue, spaceId, done }: { rescue: ConfinedState['rescue']; spaceId: string; done(): void }) {
  const { log } = useJob(parts('log'));
  // what was said for another shift is there to be looked at again
  const form = useKeptForm(`rescue ${spaceId}`, { out: rescue?.out ?? '', call: rescue?.call ?? '' });
  const faults = form.formState.errors;
  const save = form.handleSubmit(({ out, call }) => {
    const occurredAt = trueNowIso();
    const body: EntryBody = { kind: 'rescue', spaceId, out: out.trim(), call: call.trim() };
    const shape = checkShape<object>(RescueBodyDto, body);
    const issues = shape.ok ? checkEntry(body, occurredAt, { path: '' }) : shape.issues;
    if (issues.length > 0) return form.showIssues(issues);
    log(body, occurredAt);
    form.forget();
    done();
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="flex flex-col gap-2">
      <TextField label={t('rescue.out')} fault={faults.out?.message} {...form.register('out')} />
      <TextField label={t('rescue.call')} fault={faults.call?.message} {...form.register('call')} />
      <FormFoot fault={faults.root?.message} look="outline" className="min-h-14" label={t('rescue.save')} />
    </form>
  );
}
