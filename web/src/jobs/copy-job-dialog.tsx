import { CopyJobDto, type JobSummary, checkShape } from '@caulkhorn/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { Dialog } from '../shared/ui/dialog';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';

/** A new job from another: with its settings alone, or with all that was surveyed and chosen in it. */
export function CopyJobDialog({ path, job, onDone, close }: { path: string; job: JobSummary; onDone(): void; close(): void }) {
  // one id for one filled-in form: sent twice, it still makes one copy
  const [id] = useState(() => v4());
  const form = useKeptForm(`copy of ${job.id}`, { name: t('jobs.copy-of', { name: job.name }), withSurvey: 'yes' });
  const { register, formState } = form;
  const save = form.handleSubmit(async ({ name, withSurvey }) => {
    const copy = { id, name: name.trim(), withSurvey: withSurvey === 'yes' };
    const shape = checkShape(CopyJobDto, copy);
    if (!shape.ok) return form.showIssues(shape.issues);
    try {
      await api.post(`${path}/copies`, copy);
      form.forget();
      onDone();
      close();
      toast(t('jobs.copied', { name: copy.name }));
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      form.setError('root', { message: tOf(`failed.${fault.isAway ? 'away' : fault.code}.text`) });
    }
  });
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && close()} title={t('jobs.copy-title', { name: job.name })}>
      <form onSubmit={(event) => void save(event)} className="flex flex-col gap-3" noValidate>
        <TextField label={t('field.jobName')} fault={formState.errors.name?.message} {...register('name')} />
        <fieldset className="flex flex-col">
          <legend className="mb-1 text-[13px] text-soft">{t('jobs.copy-what')}</legend>
          {(['yes', 'no'] as const).map((each) => (
            <label key={each} className="flex min-h-9 items-center gap-2 max-[719px]:min-h-14">
              <input type="radio" value={each} className="size-4 accent-[var(--water)]" {...register('withSurvey')} />{' '}
              {t(`jobs.copy.${each}`)}
            </label>
          ))}
        </fieldset>
        <p className="text-[13px] text-soft">{t('jobs.copy-hint')}</p>
        <FormFoot fault={formState.errors.root?.message} label={t('jobs.copy-do')} disabled={formState.isSubmitting} className="self-end" />
      </form>
    </Dialog>
  );
}
