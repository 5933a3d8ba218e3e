import { WaterLevelDto, checkShape } from '@caulkhorn/contract';
import { type WaterBody, type WaterLevel, checkItem, lookupIn, LEVEL_KINDS } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fromLocalField, localField } from '../shared/times';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useNow } from '../shared/use-now';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';

/** One dated level. The first level of a water governs until someone chooses another. */
export function LevelForm() {
  const { model, put, jobId } = useJob(parts('model', 'put', 'jobId'));
  const units = useUnits();
  const { timeZone } = model.job;
  const now = useNow(60_000);
  const form = useKeptForm(`level ${jobId} ${units}`, {
    waterBodyId: model.waterBodies[0]?.id ?? '',
    levelM: '',
    at: localField(now, timeZone),
    kind: 'dip',
    note: '',
  });
  const { register, formState } = form;
  const faults = formState.errors;
  const unit = toSystem(1, 'm', units).unit;

  const save = form.handleSubmit((texts) => {
    const known = model.waterBodies.find((b) => b.id === texts.waterBodyId) ?? model.waterBodies[0];
    const body: WaterBody = known ?? { id: v4(), name: t('water.ground'), kind: 'ground', densityKgM3: 1000 };
    const level: WaterLevel = {
      id: v4(),
      waterBodyId: body.id,
      at: fromLocalField(texts.at, timeZone) ?? '',
      levelM: readQuantity(texts.levelM, 'm', units) ?? NaN,
      kind: texts.kind as WaterLevel['kind'],
      ...(texts.note.trim() ? { note: texts.note.trim() } : {}),
      typed: { levelM: { text: texts.levelM.trim().slice(0, 40), unit } },
    };
    const shape = checkShape(WaterLevelDto, level);
    const issues = shape.ok
      ? checkItem('water-level', level, lookupIn({ ...model, waterBodies: [...model.waterBodies, body] }))
      : shape.issues;
    if (issues.length > 0) return form.showIssues(issues);
    if (!known) put('water-body', body);
    put('water-level', level);
    if (!body.governingLevelId) put('water-body', { ...body, governingLevelId: level.id });
    form.forget();
    form.reset({ ...texts, levelM: '', note: '', at: localField(now, timeZone) });
  });

  return (
    <form onSubmit={(event) => void save(event)} className="flex flex-col gap-2.5" noValidate>
      <h3 className="font-semibold">{t('water.add-level')}</h3>
      <div className="grid grid-cols-2 gap-2.5">
        {model.waterBodies.length > 1 ? (
          <div className="col-span-2">
            <SelectField
              label={t('water.which')}
              options={model.waterBodies.map((b) => ({ value: b.id, label: b.name }))}
              {...register('waterBodyId')}
            />
          </div>
        ) : null}
        <TextField
          label={t('field.levelM')}
          unit={`${unit}, ${t('water.on-datum')}`}
          inputMode="decimal"
          fault={faults.levelM?.message}
          {...register('levelM')}
        />
        <SelectField
          label={t('field.kind')}
          options={LEVEL_KINDS.map((k) => ({ value: k, label: t(`level-kind.${k}`) }))}
          {...register('kind')}
        />
        <div className="col-span-2">
          <TextField label={t('field.at')} type="datetime-local" fault={faults.at?.message} {...register('at')} />
        </div>
        <div className="col-span-2">
          <TextField label={t('field.note')} fault={faults.note?.message} {...register('note')} />
        </div>
      </div>
      <FormFoot fault={faults.root?.message} label={t('water.add')} />
    </form>
  );
}
