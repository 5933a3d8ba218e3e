import { FeatureDto, MOVEMENTS, WET_STATES, checkShape } from '@caulkhorn/contract';
import { type Feature, checkItem, lookupIn } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { readQuantity } from '../shared/numbers';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { faultText } from '../shared/use-kept-form';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';
import { SlateTitle } from '../workspace/slate-title';
import { hasField } from './feature-texts';

const AS_IS = '';

/** Several features changed together: each takes what belongs to its kind, and all go back at one undo. */
export function ManyForm({ features, editable }: { features: readonly Feature[]; editable: boolean }) {
  const { model, put, remove } = useJob();
  const select = useSelection((state) => state.select);
  const units = useUnits();
  const [wetState, setWetState] = useState(AS_IS);
  const [movement, setMovement] = useState(AS_IS);
  const [width, setWidth] = useState('');
  const [fault, setFault] = useState<string | null>(null);
  const widthMm = readQuantity(width, 'mm', units);
  const n = features.length;

  const apply = () => {
    const changed = features.map((feature): Feature => ({
      ...feature,
      ...(wetState === AS_IS ? {} : { wetState: wetState as Feature['wetState'] }),
      ...(movement !== AS_IS && hasField(feature, 'movement') ? { movement: movement as Feature['movement'] } : {}),
      ...(widthMm !== undefined && hasField(feature, 'widthMm') ? { widthMm, typed: withoutWidth(feature.typed) } : {}),
    }));
    const lookup = lookupIn(model);
    for (const feature of changed) {
      const shape = checkShape(FeatureDto, feature);
      const [found] = shape.ok ? checkItem('feature', feature, lookup) : shape.issues;
      if (found) return setFault(t('many.refused', { mark: feature.mark, fault: faultText(found) }));
    }
    setFault(null);
    put('feature', ...changed);
    toast(t('many.applied', { n }));
  };

  return (
    <>
      <SlateTitle>{t('many.title', { n })}</SlateTitle>
      <p className="mb-2">{features.map(({ mark }) => mark).join(', ')}</p>
      {editable ? (
        <>
          <p className="mb-2 text-[13px] text-soft">{t('many.how')}</p>
          <div className="grid grid-cols-2 gap-2.5">
            <SelectField
              label={t('field.wetState')}
              value={wetState}
              onChange={(event) => setWetState(event.target.value)}
              options={[AS_IS, ...WET_STATES].map((value) => ({ value, label: value ? t(`wet.${value}`) : t('many.as-is') }))}
            />
            <SelectField
              label={t('field.movement')}
              value={movement}
              onChange={(event) => setMovement(event.target.value)}
              options={[AS_IS, ...MOVEMENTS].map((value) => ({ value, label: value ? t(`movement.${value}`) : t('many.as-is') }))}
            />
            <TextField
              label={t('many.width')}
              unit={toSystem(1, 'mm', units).unit}
              inputMode="decimal"
              placeholder={t('many.as-is')}
              value={width}
              onChange={(event) => setWidth(event.target.value)}
            />
          </div>
          {fault ? (
            <p role="alert" className="mt-2 font-medium text-iron">
              {fault}
            </p>
          ) : null}
          <div className="mt-3 flex flex-wrap gap-2">
            <Button
              look="solid"
              className="max-[719px]:h-12"
              disabled={wetState === AS_IS && movement === AS_IS && width.trim() === ''}
              onClick={apply}
            >
              {t('many.apply', { n })}
            </Button>
            <Button
              look="quiet"
              className="text-iron max-[719px]:h-12"
              onClick={() => {
                remove('feature', ...features.map(({ id }) => id));
                select(null);
              }}
            >
              <Trash2 size={16} /> {t('many.remove', { n })}
            </Button>
          </div>
        </>
      ) : null}
    </>
  );
}

/** What was typed for one width no longer goes with another. */
function withoutWidth(typed: Feature['typed']): Feature['typed'] {
  if (!typed) return undefined;
  const { widthMm: _, ...rest } = typed;
  return Object.keys(rest).length > 0 ? rest : undefined;
}
