import { JobHeadDto, checkShape } from '@caulkhorn/contract';
import { CURRENCIES } from '@caulkhorn/core/jobs';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v4 } from 'uuid';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { FormFoot } from '../shared/ui/form-foot';
import { timeZones } from '../shared/times';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';

const ownZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

interface DialogProps {
  path: string;
  open: boolean;
  onOpenChange(open: boolean): void;
  onMade(jobId: string): void;
}

export function NewJobDialog({ path, open, onOpenChange, onMade }: DialogProps) {
  const client = useQueryClient();
  // one id for one filled-in form: sent twice, it still makes one job
  const [id] = useState(() => v4());
  const form = useKeptForm('new job', {
    name: '',
    site: '',
    datum: '',
    timeZone: ownZone(),
    currency: 'EUR',
  });
  const { register, formState } = form;
  const faults = formState.errors;

  const make = form.handleSubmit(async (texts) => {
    const head = { id, ...texts, name: texts.name.trim(), site: texts.site.trim(), datum: texts.datum.trim() };
    const shape = checkShape(JobHeadDto, head);
    if (!shape.ok) return form.showIssues(shape.issues);
    try {
      const { jobId } = await api.post<{ jobId: string }>(path, head);
      form.forget();
      await client.invalidateQueries({ queryKey: ['jobs'] });
      onMade(jobId);
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      const issues = fault.issues();
      if (issues.length > 0) return form.showIssues(issues);
      form.setError('root', { message: tOf(`failed.${fault.isAway ? 'away' : fault.code}.text`) });
    }
  });

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('jobs.new')}>
      <form onSubmit={(event) => void make(event)} className="flex flex-col gap-3" noValidate>
        <TextField label={t('field.jobName')} fault={faults.name?.message} {...register('name')} />
        <TextField label={t('field.site')} fault={faults.site?.message} {...register('site')} />
        <TextField label={t('field.datum')} hint={t('jobs.datum-hint')} fault={faults.datum?.message} {...register('datum')} />
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label={t('field.timeZone')}
            fault={faults.timeZone?.message}
            options={timeZones(ownZone()).map((zone) => ({ value: zone, label: zone }))}
            {...register('timeZone')}
          />
          <SelectField
            label={t('field.currency')}
            options={CURRENCIES.map((each) => ({ value: each, label: each }))}
            {...register('currency')}
          />
        </div>
        <FormFoot fault={faults.root?.message} label={t('jobs.make')} disabled={formState.isSubmitting} className="self-end" />
      </form>
    </Dialog>
  );
}
