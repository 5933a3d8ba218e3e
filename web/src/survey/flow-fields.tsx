import type { Feature } from '@caulkhorn/core/jobs';
import { leakRate } from '@caulkhorn/core/survey';
import { runCalculator } from '@caulkhorn/core/fields';
import { useState } from 'react';
import { Bucket } from '../devices/bucket';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import type { KeptForm } from '../shared/use-kept-form';
import { DripCounter } from './drip-counter';
import type { FeatureTexts } from './feature-texts';

interface FlowFieldsProps {
  form: KeptForm<FeatureTexts>;
  feature: Feature;
  save(): void;
}

/** Water caught at a feature: by counted drips or by bucket and watch, and what that makes in a day. */
export function FlowFields({ form, feature, save }: FlowFieldsProps) {
  const [counting, setCounting] = useState(false);
  const { register, watch, setValue, formState } = form;
  const by = watch('flowBy');
  const faults = formState.errors;
  const rate = feature.flow ? flowRate(feature.flow) : null;
  return (
    <fieldset className="col-span-2 grid grid-cols-2 gap-2.5 border-l-2 border-rule-strong pl-3">
      <legend className="text-[13px] font-semibold">{t('flow.title')}</legend>
      <div className="col-span-2">
        <SelectField
          label={t('flow.by')}
          options={(['none', 'drips', 'bucket'] as const).map((way) => ({ value: way, label: t(`flow.${way}`) }))}
          {...register('flowBy', { onChange: save })}
        />
      </div>
      {by === 'drips' ? (
        <>
          <TextField
            label={t('field.dripsPerMin')}
            inputMode="decimal"
            fault={faults.dripsPerMin?.message}
            {...register('dripsPerMin', { onBlur: save })}
          />
          <Button className="self-end max-[719px]:h-14" onClick={() => setCounting(true)}>
            {t('flow.count')}
          </Button>
        </>
      ) : null}
      {by === 'bucket' ? (
        <>
          <TextField
            label={t('field.volumeMl')}
            unit="mL"
            inputMode="decimal"
            fault={faults.volumeMl?.message}
            {...register('volumeMl', { onBlur: save })}
          />
          <TextField
            label={t('field.seconds')}
            unit="s"
            inputMode="decimal"
            fault={faults.seconds?.message}
            {...register('seconds', { onBlur: save })}
          />
        </>
      ) : null}
      {by === 'bucket' ? (
        <Bucket
          feature={feature}
          onTaken={(volumeMl, seconds) => {
            setValue('volumeMl', String(volumeMl), { shouldDirty: true });
            setValue('seconds', String(seconds), { shouldDirty: true });
            save();
          }}
        />
      ) : null}
      {rate ? (
        <p className="col-span-2 text-soft" role="status">
          {t('flow.makes', { day: formatNumber(rate.lPerDay, 1, 0), state: t(`wet.${rate.state}`) })}
        </p>
      ) : null}
      <DripCounter
        open={counting}
        onOpenChange={setCounting}
        onCounted={(dripsPerMin) => {
          setValue('dripsPerMin', String(Math.round(dripsPerMin * 10) / 10), { shouldDirty: true });
          save();
        }}
      />
    </fieldset>
  );
}

function flowRate({ dripsPerMin, volumeMl, seconds }: NonNullable<Feature['flow']>) {
  const result = runCalculator(leakRate, { dripsPerMin, volumeMl, seconds });
  return result.ok ? result.value : null;
}
