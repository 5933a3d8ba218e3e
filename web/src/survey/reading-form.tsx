import { ReadingDto, checkShape } from '@caulkhorn/contract';
import { type Face, READING_SPECS, type Reading, type ReadingKind, checkItem, lookupIn, READING_KINDS } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { vapourEmission } from '@caulkhorn/core/survey';
import { runCalculator } from '@caulkhorn/core/fields';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { has, t, tOf } from '../messages/t';
import { fieldText, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fromLocalField, localField } from '../shared/times';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { PickField } from '../shared/ui/pick-field';
import { useIsPhone } from '../shared/use-media';
import { useKeptForm } from '../shared/use-kept-form';
import { useNow } from '../shared/use-now';
import { parts, useJob, useSelection } from '../job/job-context';

/** What is mostly measured, by what it is measured on: these stand on the phone to be pressed. */
const USUAL_ON: Readonly<Record<'slab' | 'wall', readonly ReadingKind[]>> = {
  slab: ['in-slab-rh', 'carbide', 'surface-hygrometer', 'surface-temperature', 'surface-ph', 'profile', 'strength'],
  wall: ['moisture-meter', 'surface-temperature', 'air-temperature', 'air-humidity', 'profile', 'strength', 'knife-test'],
};

/** One reading on a face. A vapour dish is entered by its weighing; its place is pointed at on the sheet or typed. */
export function ReadingForm({ face }: { face: Face }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const now = useNow(60_000);
  const { timeZone } = model.job;
  const start = {
    kind: (face.kind === 'slab' ? 'in-slab-rh' : 'moisture-meter') as string,
    value: '',
    massGainG: '',
    domeAreaM2: '',
    exposureH: '',
    u: '',
    v: '',
    depthMm: '',
    conditionedH: '',
    at: localField(now, timeZone),
    instrument: '',
    note: '',
  };
  const form = useKeptForm(`reading ${face.id} ${units}`, start);
  const { register, formState, watch, setValue } = form;
  const faults = formState.errors;
  const kind = watch('kind') as ReadingKind;
  const isPhone = useIsPhone();
  const usual = face.kind === 'slab' ? USUAL_ON.slab : USUAL_ON.wall;
  const [wantsOther, setWantsOther] = useState(false);
  /** none of the usual ones: '' */
  const picked = !wantsOther && usual.includes(kind) ? kind : '';
  const { unit, ofAir, conditioned } = READING_SPECS[kind];
  const isDish = kind === 'vapour-emission';
  const metre = toSystem(1, 'm', units).unit;

  const { readingAt: pointed } = useSelection('readingAt');
  useEffect(() => {
    if (pointed?.faceId !== face.id) return;
    setValue('u', fieldText(pointed.point[0], 'm', units));
    setValue('v', fieldText(pointed.point[1], 'm', units));
  }, [pointed, face.id, setValue, units]);

  const save = form.handleSubmit((texts) => {
    const number = (text: string, of: string) => readQuantity(text, of, units);
    let value = number(texts.value, unit) ?? NaN;
    if (isDish) {
      const dish = {
        massGainG: number(texts.massGainG, 'g'),
        domeAreaM2: number(texts.domeAreaM2, 'm²'),
        exposureH: number(texts.exposureH, 'h'),
      };
      const result = runCalculator(vapourEmission, dish);
      if (!result.ok) return form.showIssues(result.issues);
      value = result.value.gPerM2Day;
    }
    const place = texts.u.trim() || texts.v.trim();
    const depthMm = kind === 'in-slab-rh' ? number(texts.depthMm, 'mm') : undefined;
    const conditionedH = conditioned ? number(texts.conditionedH, 'h') : undefined;
    const reading: Reading = {
      id: v4(),
      faceId: face.id,
      kind,
      value,
      at: fromLocalField(texts.at, timeZone) ?? '',
      ...(place ? { point: [number(texts.u, 'm') ?? NaN, number(texts.v, 'm') ?? NaN] } : {}),
      ...(depthMm === undefined ? {} : { depthMm }),
      ...(conditionedH === undefined ? {} : { conditionedH }),
      ...(texts.instrument.trim() ? { instrument: texts.instrument.trim() } : {}),
      ...(texts.note.trim() ? { note: texts.note.trim() } : {}),
      ...(isDish ? {} : { typed: { value: { text: texts.value.trim().slice(0, 40), unit: toSystem(0, unit, units).unit } } }),
    };
    const shape = checkShape(ReadingDto, reading);
    const issues = shape.ok ? checkItem('reading', reading, lookupIn(model)) : shape.issues;
    if (issues.length > 0) return form.showIssues(issues.map((found) => (found.path === 'point' ? { ...found, path: 'u' } : found)));
    put('reading', reading);
    form.forget();
    form.reset({ ...texts, value: '', massGainG: '', note: '', at: localField(now, timeZone) });
    toast(t('readings.added', { kind: t(`reading.${kind}`) }));
  });

  const shown = toSystem(0, unit, units).unit;
  return (
    <form onSubmit={(event) => void save(event)} className="flex flex-col gap-2.5" noValidate>
      <div className="grid grid-cols-2 gap-2.5">
        <div className="col-span-2 flex flex-col gap-2.5">
          {isPhone ? (
            <PickField
              label={t('readings.kind')}
              value={picked}
              options={[
                ...usual.map((each) => ({ value: each as string, label: t(`reading.${each}`) })),
                { value: '', label: t('readings.other-kind') },
              ]}
              onPick={(value) => {
                setWantsOther(value === '');
                if (value !== '') setValue('kind', value, { shouldDirty: true });
              }}
            />
          ) : null}
          {isPhone && picked !== '' ? null : (
            <SelectField
              label={t(isPhone ? 'readings.other-kind' : 'readings.kind')}
              options={READING_KINDS.map((each) => ({ value: each, label: t(`reading.${each}`) }))}
              {...register('kind')}
            />
          )}
        </div>
        {isDish ? (
          <>
            <TextField
              label={t('field.massGainG')}
              unit="g"
              inputMode="decimal"
              fault={faults.massGainG?.message}
              {...register('massGainG')}
            />
            <TextField
              label={t('field.domeAreaM2')}
              unit={toSystem(0, 'm²', units).unit}
              inputMode="decimal"
              fault={faults.domeAreaM2?.message}
              {...register('domeAreaM2')}
            />
            <TextField
              label={t('field.exposureH')}
              unit="h"
              inputMode="decimal"
              fault={faults.exposureH?.message}
              {...register('exposureH')}
            />
          </>
        ) : kind === 'knife-test' ? (
          <SelectField
            label={t('readings.value')}
            options={['', '0', '1'].map((value) => ({
              value,
              label: value === '' ? t('bench.choose') : tOf(`reading.knife-test.${value}`),
            }))}
            fault={faults.value?.message}
            {...register('value')}
          />
        ) : (
          <TextField
            label={t('readings.value')}
            unit={has(`unit.${shown}`) ? tOf(`unit.${shown}`) : shown || undefined}
            inputMode="decimal"
            fault={faults.value?.message}
            {...register('value')}
          />
        )}
        {kind === 'in-slab-rh' ? (
          <TextField
            label={t('readings.depth')}
            unit={toSystem(0, 'mm', units).unit}
            inputMode="decimal"
            fault={faults.depthMm?.message}
            {...register('depthMm')}
          />
        ) : null}
        {conditioned ? (
          <TextField
            label={t('readings.conditioned')}
            unit="h"
            inputMode="decimal"
            hint={t('readings.conditioned-why')}
            fault={faults.conditionedH?.message}
            {...register('conditionedH')}
          />
        ) : null}
        <div className="col-span-2">
          <TextField label={t('field.at')} type="datetime-local" fault={faults.at?.message} {...register('at')} />
        </div>
        {ofAir ? null : (
          <>
            <TextField label={t('csv.along')} unit={metre} inputMode="decimal" fault={faults.u?.message} {...register('u')} />
            <TextField label={t('csv.up')} unit={metre} inputMode="decimal" fault={faults.v?.message} {...register('v')} />
          </>
        )}
        <TextField label={t('readings.instrument')} fault={faults.instrument?.message} {...register('instrument')} />
        <TextField label={t('field.note')} fault={faults.note?.message} {...register('note')} />
      </div>
      {ofAir ? null : <p className="text-[13px] text-soft">{t(isPhone ? 'readings.press-at' : 'readings.point-at')}</p>}
      <FormFoot fault={faults.root?.message} label={t('readings.add')} />
    </form>
  );
}
