import { JobHeadDto, checkShape } from '@caulkhorn/contract';
import { CURRENCIES, HOLD_KINDS, type JobHead, MOST_GANGS, type WorkWeek } from '@caulkhorn/core/jobs';
import { USUAL_WEEK } from '@caulkhorn/core/programme';
import { isEqual } from 'es-toolkit';
import { Suspense, lazy } from 'react';
import { t } from '../messages/t';
import { parseNumber } from '../shared/numbers';
import { HALF_HOURS, WEEK_DAYS, hourOfDay, timeZones, weekdayName } from '../shared/times';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { SavingFoot } from '../shared/ui/saving-foot';
import { useSavingForm } from '../shared/use-saving-form';
import { parts, useJob } from '../job/job-context';

const GuestsOfJob = lazy(() => import('../house/guests-of-job').then((m) => ({ default: m.GuestsOfJob })));

const USUAL: WorkWeek = { ...USUAL_WEEK, days: [...USUAL_WEEK.days] };
const PAUSE_MIN = 30;

/** With what was said elsewhere, though it is not on the list. */
const withOwn = (list: readonly number[], own: number | undefined): number[] =>
  own === undefined || list.includes(own) ? [...list] : [...list, own].sort((a, b) => a - b);
const halfHoursWith = (hour: number | undefined) => withOwn(HALF_HOURS, hour);
const minutesWith = (minutes: number | undefined) => withOwn([15, 30, 45, 60, 90], minutes);

/** What is said of a job as a whole: its name and site, what its levels are counted from, and when its crew works. Saves itself. */
export function JobSettings({ close }: { close(): void }) {
  const { model, putHead, can, organisationId } = useJob(parts('model', 'putHead', 'can', 'organisationId'));
  const { job } = model;
  const { days, fromHour, hours, pause, gangs = 1 } = job.week ?? USUAL;
  const form = useSavingForm({
    key: `settings of ${job.id}`,
    of: job,
    texts: {
      name: job.name,
      site: job.site,
      datum: job.datum,
      timeZone: job.timeZone,
      currency: job.currency as string,
      days: days.map(String),
      fromHour: String(fromHour),
      hours: String(hours),
      pause: pause ? String(pause.fromHour) : '',
      pauseMin: String(pause?.minutes ?? PAUSE_MIN),
      gangs: String(gangs),
      holds: [...(job.holds ?? [])] as string[],
    },
    isEditable: can('plan'),
    prefix: 'week',
    write(texts) {
      const gangs = Number(texts.gangs);
      const week = {
        ...{ days: texts.days.map(Number).sort(), fromHour: Number(texts.fromHour), hours: parseNumber(texts.hours) },
        ...(texts.pause === '' ? {} : { pause: { fromHour: Number(texts.pause), minutes: Number(texts.pauseMin) } }),
        ...(gangs > 1 ? { gangs } : {}),
      };
      const isUsual = isEqual(week, USUAL);
      const { week: _before, holds: _holds, ...rest } = job;
      const holds = HOLD_KINDS.filter((kind) => texts.holds.includes(kind));
      const head = {
        ...rest,
        ...{
          name: texts.name.trim(),
          site: texts.site.trim(),
          datum: texts.datum.trim(),
          timeZone: texts.timeZone,
          currency: texts.currency as JobHead['currency'],
        },
        ...(isUsual ? {} : { week }),
        ...(holds.length > 0 ? { holds } : {}),
      };
      const shape = checkShape(JobHeadDto, head);
      if (!shape.ok) return shape.issues;
      if (!isEqual(head, job)) putHead(head);
      return [];
    },
  });
  const { field, choice, save } = form;
  const faults = form.formState.errors;
  // a field that is still being typed in is left with the dialog
  const leave = () => {
    if (can('plan')) save();
    close();
  };
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && leave()} title={t('settings.title')}>
      <p className="mb-2 text-[13px] text-soft">{t('form.saves-itself')}</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
        noValidate
      >
        <fieldset className="flex flex-col gap-3" disabled={!can('plan')}>
          <TextField label={t('field.jobName')} fault={faults.name?.message} {...field('name')} />
          <TextField label={t('field.site')} fault={faults.site?.message} {...field('site')} />
          <TextField label={t('field.datum')} hint={t('jobs.datum-hint')} fault={faults.datum?.message} {...field('datum')} />
          <div className="grid grid-cols-2 gap-3">
            <SelectField
              label={t('field.timeZone')}
              options={timeZones(job.timeZone).map((zone) => ({ value: zone, label: zone }))}
              {...choice('timeZone')}
            />
            <SelectField
              label={t('field.currency')}
              options={CURRENCIES.map((each) => ({ value: each, label: each }))}
              {...choice('currency')}
            />
          </div>
          <fieldset>
            <legend className="mb-1 text-[13px] text-soft">{t('settings.days')}</legend>
            <div className="flex flex-wrap gap-x-4">
              {WEEK_DAYS.map((day) => (
                <label key={day} className="flex min-h-9 items-center gap-1.5 max-[719px]:min-h-14">
                  <input type="checkbox" value={String(day)} className="size-4 accent-[var(--water)]" {...choice('days')} />
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
              options={halfHoursWith(fromHour).map((hour) => ({ value: String(hour), label: hourOfDay(hour) }))}
              {...choice('fromHour')}
            />
            <TextField label={t('settings.hours')} unit="h" inputMode="decimal" fault={faults.hours?.message} {...field('hours')} />
            <SelectField
              label={t('settings.pause')}
              options={[
                { value: '', label: t('settings.no-pause') },
                ...halfHoursWith(pause?.fromHour).map((hour) => ({ value: String(hour), label: hourOfDay(hour) })),
              ]}
              {...choice('pause')}
            />
            <SelectField
              label={t('settings.pause-min')}
              options={minutesWith(pause?.minutes).map((minutes) => ({ value: String(minutes), label: `${minutes} min` }))}
              {...choice('pauseMin')}
            />
          </div>
          <SelectField
            label={t('settings.gangs')}
            hint={t('settings.gangs-how')}
            options={Array.from({ length: MOST_GANGS }, (_, i) => ({ value: String(i + 1), label: String(i + 1) }))}
            {...choice('gangs')}
          />
          <fieldset>
            <legend className="mb-1 text-[13px] text-soft">{t('settings.holds')}</legend>
            {HOLD_KINDS.map((kind) => (
              <label key={kind} className="flex min-h-9 items-center gap-1.5 max-[719px]:min-h-14">
                <input type="checkbox" value={kind} className="size-4 accent-[var(--water)]" {...choice('holds')} />
                {t(`settings.hold-${kind}`)}
              </label>
            ))}
          </fieldset>
          <SavingFoot faults={faults} />
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
