import { FeatureDto, checkShape } from '@caulkhorn/contract';
import {
  FEATURE_SPECS,
  type Feature,
  WET_STATES,
  checkItem,
  levelAt,
  lookupIn,
  outlineAreaM2,
  pathLengthM,
  MOVEMENTS,
  PIPE_KINDS,
} from '@caulkhorn/core/jobs';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { isEqual } from 'es-toolkit';
import { Trash2 } from 'lucide-react';
import { Suspense, lazy, useState } from 'react';
import { t } from '../messages/t';
import { fieldText, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { PickField } from '../shared/ui/pick-field';
import { SavingFoot } from '../shared/ui/saving-foot';
import { useIsPhone } from '../shared/use-media';
import { useSavingForm } from '../shared/use-saving-form';
import { parts, useJob, useSelection } from '../job/job-context';
import { type FeatureTexts, MEASURES, featureFrom, hasField, textsOf } from './feature-texts';
import { FlowFields } from './flow-fields';
import { trueNowIso } from '../shared/true-clock';

const CrackCard = lazy(() => import('./crack-card'));

/** What was seen of one feature. Each field is saved as it is left; what cannot be saved stays, with the reason beside it. */
export function FeatureForm({ feature, editable }: { feature: Feature; editable: boolean }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const { select } = useSelection('select');
  const units = useUnits();
  const isPhone = useIsPhone();
  const [holding, setHolding] = useState(false);
  const form = useSavingForm({
    key: `feature ${feature.id} ${units}`,
    of: feature,
    texts: textsOf(feature, units),
    isEditable: editable,
    write(texts) {
      const item = featureFrom(feature, texts, units, trueNowIso());
      const shape = checkShape(FeatureDto, item);
      const issues = shape.ok ? checkItem('feature', item, lookupIn(model)) : shape.issues;
      if (issues.length === 0 && !isEqual(item, feature)) put('feature', item);
      return issues;
    },
    // how flow is to be measured is chosen before its first figure is there to be kept
    stays: ({ flowBy }, before) => (before.flow || feature.flow ? {} : { flowBy }),
  });
  const { register, formState, save, choice } = form;
  const { errors: faults } = formState;
  const field = (name: Exclude<keyof FeatureTexts, 'path'>) => form.field(name);
  const pick = (name: 'wetState' | 'movement') => (value: string) => {
    form.setValue(name, value, { shouldDirty: true });
    save();
  };
  const wetness = {
    label: t('field.wetState'),
    options: [{ value: '', label: t('wet.not-looked') }, ...WET_STATES.map((s) => ({ value: s, label: t(`wet.${s}`) }))],
    hint: form.watch('wetState') === '' ? t('wet.not-looked-hint') : undefined,
    fault: faults.wetState?.message,
  };
  const movement = {
    label: t('field.movement'),
    options: [{ value: '', label: t('movement.unknown') }, ...MOVEMENTS.map((m) => ({ value: m, label: t(`movement.${m}`) }))],
    hint: form.watch('movement') === '' ? t('movement.unknown-hint') : undefined,
  };
  const mm = toSystem(1, 'mm', units).unit;
  const face = model.faces.find((f) => f.id === feature.faceId)!;

  return (
    <form
      className="flex flex-col gap-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <fieldset disabled={!editable} className="grid grid-cols-2 gap-2.5">
        <TextField label={t('field.mark')} fault={faults.mark?.message} {...field('mark')} />
        {isPhone ? (
          <div className="col-span-2">
            <PickField {...wetness} value={form.watch('wetState')} onPick={pick('wetState')} />
          </div>
        ) : (
          <SelectField {...wetness} {...choice('wetState')} />
        )}
        {MEASURES.filter((name) => hasField(feature, name) && (name !== 'movementMm' || form.watch('movement') === 'moving')).map(
          (name) => (
            <TextField key={name} label={t(`field.${name}`)} unit={mm} inputMode="decimal" fault={faults[name]?.message} {...field(name)} />
          ),
        )}
        {isPhone && feature.kind === 'crack' ? (
          <Button className="h-14 self-end" onClick={() => setHolding(true)}>
            {t('crack-card.open')}
          </Button>
        ) : null}
        {hasField(feature, 'movement') ? (
          isPhone ? (
            <div className="col-span-2">
              <PickField {...movement} value={form.watch('movement')} onPick={pick('movement')} />
            </div>
          ) : (
            <SelectField {...movement} {...choice('movement')} />
          )
        ) : null}
        {hasField(feature, 'pipe') ? (
          <SelectField label={t('field.pipe')} options={PIPE_KINDS.map((p) => ({ value: p, label: t(`pipe.${p}`) }))} {...choice('pipe')} />
        ) : null}
        {hasField(feature, 'flow') ? <FlowFields form={form} feature={feature} save={save} /> : null}
        <label className="col-span-2 flex items-center gap-2 max-[719px]:min-h-14">
          <input type="checkbox" className="size-4 accent-[var(--water)]" {...choice('pastLeakage')} /> {t('field.pastLeakage')}
        </label>
        <div className="col-span-2">
          <TextArea label={t('field.note')} fault={faults.note?.message} {...field('note')} />
        </div>
        <details className="col-span-2">
          <summary className="py-1 text-soft">
            {t('feature.points', { n: feature.path.length })}
            {extentText(feature, units)}
          </summary>
          <div className="flex flex-col gap-1.5 pt-1">
            {feature.path.map((point, i) => (
              <div key={i} className="grid grid-cols-2 gap-2">
                <TextField
                  label={t('feature.point-u', { n: i + 1 })}
                  unit={toSystem(1, 'm', units).unit}
                  inputMode="decimal"
                  {...register(`path.${i}.u`, { onBlur: save })}
                />
                <TextField
                  label={t('feature.point-v')}
                  unit={toSystem(1, 'm', units).unit}
                  inputMode="decimal"
                  hint={t('readout.level', { level: formatQuantity(levelAt(face, point), 'm', units) })}
                  {...register(`path.${i}.v`, { onBlur: save })}
                />
              </div>
            ))}
            {faults.path ? (
              <p role="alert" className="text-[13px] font-medium text-iron">
                {faults.path.message ?? faults.path.root?.message}
              </p>
            ) : null}
          </div>
        </details>
      </fieldset>
      <SavingFoot faults={faults} />
      <Suspense>
        {holding ? (
          <CrackCard
            close={() => setHolding(false)}
            onRead={(width) => {
              form.setValue('widthMm', fieldText(width, 'mm', units), { shouldDirty: true });
              save();
              setHolding(false);
            }}
          />
        ) : null}
      </Suspense>
      {editable ? (
        <Button
          className="self-start text-iron"
          look="quiet"
          onClick={() => {
            form.forget();
            remove('feature', feature.id);
            select({ kind: 'face', id: feature.faceId });
          }}
        >
          <Trash2 size={16} /> {t('feature.remove', { mark: feature.mark })}
        </Button>
      ) : null}
    </form>
  );
}

function extentText({ kind, path }: Feature, units: UnitSystem): string {
  if (path.length < 2) return '';
  const isArea = FEATURE_SPECS[kind].shape === 'area';
  return `, ${isArea ? formatQuantity(outlineAreaM2(path), 'm²', units) : formatQuantity(pathLengthM(path), 'm', units)}`;
}
