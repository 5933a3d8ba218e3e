import '../messages/later';
import { ReadingBodyDto, NoteBodyDto, checkShape } from '@caulkhorn/contract';
import type { EntryBody } from '@caulkhorn/core/site-log';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';
import { type ConditionTexts, ConditionsFields, NO_CONDITIONS, conditionsFrom } from './conditions-fields';
import { trueNowIso } from '../shared/true-clock';

interface Texts extends ConditionTexts {
  note: string;
}

/** Air and surface as measured now, a note, or both. */
export function ReadingForm({ faceId }: { faceId?: string }) {
  const { log, jobId } = useJob(parts('log', 'jobId'));
  const units = useUnits();
  const form = useKeptForm<Texts>(`reading ${jobId} ${units}`, { ...NO_CONDITIONS, note: '' });
  const { register, formState, watch } = form;
  const texts = watch();

  const save = form.handleSubmit((values) => {
    const conditions = conditionsFrom(values, units);
    const note = values.note.trim();
    const where = faceId ? { faceId } : {};
    const body: EntryBody = conditions
      ? { kind: 'reading', ...where, conditions, ...(note ? { note } : {}) }
      : { kind: 'note', ...where, note };
    const shape = checkShape<object>(conditions ? ReadingBodyDto : NoteBodyDto, body);
    if (!shape.ok) return form.showIssues(shape.issues);
    log(body, trueNowIso());
    form.forget();
    form.reset({ ...NO_CONDITIONS, note: '' });
  });

  return (
    <form onSubmit={(event) => void save(event)} className="flex flex-col gap-2.5" noValidate aria-label={t('log.reading')}>
      <h3 className="font-semibold">{t('log.reading')}</h3>
      <ConditionsFields register={register} errors={formState.errors} texts={texts} />
      <TextField label={t('field.note')} fault={formState.errors.note?.message} {...register('note')} />
      <Button type="submit" className="self-start max-[719px]:h-14">
        {t('log.save-reading')}
      </Button>
    </form>
  );
}
