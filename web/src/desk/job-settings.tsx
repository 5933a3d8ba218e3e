import { JobHeadDto, checkShape } from '@caulkhorn/contract';
import { CURRENCIES, HOLD_KINDS } from '@caulkhorn/core/jobs';
import { USUAL_WEEK } from '@caulkhorn/core/programme';
import { Suspense, lazy } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { parseNumber } from '../shared/numbers';
import { timeZones, weekdayName } from '../shared/times';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';

const GuestsOfJob = lazy(() => import('../house/guests-of-job').then((m) => ({ default: m.GuestsOfJob })));

/** Monday first, as a week is planned. */
const DAYS = [1, 2, 3, 4, 5, 6, 0] as const;
const HALF_HOURS = Array.from({ length: 48 }, (_, i) => i / 2);

const clock = (hour: number) => `${String(Math.floor(hour)).padStart(2, '0')}:${hour % 1 === 0 ? '00' : '30'}`;

/** What is said of a job as a whole: its name and site, what its levels are counted from, and when its crew works. */
export function JobSettings({ close }: { close(): void }) {
  const { model, putHead, can, organisationId } = useJob(parts('model', 'putHead', 'can', 'organisationId'));
  const { job } = model;
  const { days, fromHour, hours } = job.week ?? USUAL_WEEK;
  const form = useKeptForm(`settings of ${job.id}`, {
    name: job.name,
    site: job.site,
    datum: job.datum,
    timeZone: job.timeZone,
    currency: job.currency,
    days: days.map(String),
    fromHour: String(fromHour),
    hours: String(hours),
    holds: [...(job.holds ?? [])] as string[],
  });
  const { register, formState } = form;
  const faults = formState.errors;
  const save = form.handleSubmit((texts) => {
    const week = { days: texts.days.map(Number).sort(), fromHour: Number(texts.fromHour), hours: parseNumber(texts.hours) };
    const isUsual =
      week.fromHour === USUAL_WEEK.fromHour && week.hours === USUAL_WEEK.hours && String(week.days) === String(USUAL_WEEK.days);
    const { week: _before, holds: _holds, ...rest } = job;
    const holds = HOLD_KINDS.filter((kind) => texts.holds.includes(kind));
    const head = {
      ...rest,
      ...{
        name: texts.name.trim(),
        site: texts.site.trim(),
        datum: texts.datum.trim(),
        timeZone: texts.timeZone,
        currency: texts.currency,
      },
      ...(isUsual ? {} : { week }),
      ...(holds.length > 0 ? { holds } : {}),
    };
    const shape = checkShape(JobHeadDto, head);
    if (!shape.ok) return form.showIssues(shape.issues, 'week');
    putHead(head);
    form.forget();
    close();
    toast(t('settings.saved'));
  });
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && close()} title={t('settings.title')}>
      <form onSubmit={(event) => void save(event)} noValidate>
        <fieldset className="flex flex-col gap-3" disabled={!can('plan')}>
          <TextField label={t('field.jobName')} fault={faults.name?.message} {...register('name')} />
          <TextField label={t('field.site')} fault={faults.site?.message} {...register('site')} />
          <TextField label={t('field.datum')} hint={t('jobs.datum-hint')} fault={faults.datum?.message} {...register('datum')} />
          <div className="grid grid-cols-2 gap-3">
            <SelectField
              label={t('field.timeZone')}
              options={timeZones(job.timeZone).map((zone) => ({ value: zone, label: zone }))}
              {...register('timeZone')}
            />
            <SelectField
              label={t('field.currency')}
              options={CURRENCIES.map((each) => ({ value: each, label: each }))}
              {...register('currency')}
            />
          </div>
          <fieldset>
            <legend className="mb-1 text-[13px] text-soft">{t('settings.days')}</legend>
            <div className="flex flex-wrap gap-x-4">
              {DAYS.map((day) => (
                <label key={day} className="flex min-h-9 items-center gap-1.5 max-[719px]:min-h-14">
                  <input type="checkbox" value={String(day)} className="size-4 accent-[var(--water)]" {...register('days')} />
                  {weekdayName(day)}
                </label>
              ))}
            </div>
            {faults.days ? (
              <p role="alert" className="text-[13px] font-medium text-iron">
                {t('settings.no-day')}
              </p>
            ) : null}
          </fieldset>
          <div className="grid grid-cols-2 gap-3">
            <SelectField
              label={t('settings.from')}
              options={HALF_HOURS.map((hour) => ({ value: String(hour), label: clock(hour) }))}
              {...register('fromHour')}
            />
            <TextField label={t('settings.hours')} unit="h" inputMode="decimal" fault={faults.hours?.message} {...register('hours')} />
          </div>
          <fieldset>
            <legend className="mb-1 text-[13px] text-soft">{t('settings.holds')}</legend>
            {HOLD_KINDS.map((kind) => (
              <label key={kind} className="flex min-h-9 items-center gap-1.5 max-[719px]:min-h-14">
                <input type="checkbox" value={kind} className="size-4 accent-[var(--water)]" {...register('holds')} />
                {t(`settings.hold-${kind}`)}
              </label>
            ))}
          </fieldset>
          {can('plan') ? <FormFoot fault={faults.root?.message} label={t('settings.save')} className="self-end" /> : null}
        </fieldset>
      </form>
      {can('manage-people') ? (
        <Suspense>
          <GuestsOfJob organisationId={organisationId} jobId={job.id} />
        </Suspense>
      ) : null}
    </Dialog>
  );
}
