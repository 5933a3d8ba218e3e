import { FeatureDto, checkShape } from '@caulkhorn/contract';
import { type Feature, WET_STATES, checkItem, lookupIn, MOVEMENTS, PIPE_KINDS } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { readQuantity } from '../shared/numbers';
import { Button } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { faultText } from '../shared/fault-text';
import { parts, useJob, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { MEASURES, type Measure, hasField } from './feature-texts';

const AS_IS = '';
const CHOICES = ['wetState', 'movement', 'pipe'] as const;
type Choice = (typeof CHOICES)[number];
const VALUES = { wetState: WET_STATES, movement: MOVEMENTS, pipe: PIPE_KINDS } as const satisfies Record<Choice, readonly string[]>;
const WORDS = { wetState: 'wet', movement: 'movement', pipe: 'pipe' } as const satisfies Record<Choice, string>;

/** Several features changed together: each takes what belongs to its kind, and all go back at one undo. */
export function ManyForm({ features, editable }: { features: readonly Feature[]; editable: boolean }) {
  const { model, put, remove } = useJob(parts('model', 'put', 'remove'));
  const { select } = useSelection('select');
  const units = useUnits();
  const [chosen, setChosen] = useState<Readonly<Record<Choice, string>>>({ wetState: AS_IS, movement: AS_IS, pipe: AS_IS });
  const [texts, setTexts] = useState<Readonly<Record<Measure, string>>>({ widthMm: '', movementMm: '', diameterMm: '', depthMm: '' });
  const [fault, setFault] = useState<string | null>(null);
  const n = features.length;

  const apply = () => {
    const changed = features.map((feature): Feature => {
      const measured = MEASURES.filter((name) => hasField(feature, name) && texts[name].trim() !== '');
      const picked = CHOICES.filter((name) => chosen[name] !== AS_IS && takes(feature, name));
      return {
        ...feature,
        ...Object.fromEntries(picked.map((name) => [name, chosen[name]])),
        ...Object.fromEntries(measured.map((name) => [name, readQuantity(texts[name], 'mm', units)])),
        ...(measured.length > 0 ? { typed: without(feature.typed, measured) } : {}),
      };
    });
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
            {CHOICES.filter((name) => features.some((feature) => takes(feature, name))).map((name) => (
              <SelectField
                key={name}
                label={t(`field.${name}`)}
                value={chosen[name]}
                onChange={(event) => setChosen({ ...chosen, [name]: event.target.value })}
                options={[AS_IS, ...VALUES[name]].map((value) => ({
                  value,
                  label: value ? tOf(`${WORDS[name]}.${value}`) : t('many.as-is'),
                }))}
              />
            ))}
            {MEASURES.filter((name) => features.some((feature) => hasField(feature, name))).map((name) => (
              <TextField
                key={name}
                label={t(`field.${name}`)}
                unit={toSystem(1, 'mm', units).unit}
                inputMode="decimal"
                placeholder={t('many.as-is')}
                value={texts[name]}
                onChange={(event) => setTexts({ ...texts, [name]: event.target.value })}
              />
            ))}
          </div>
          {fault ? (
            <p role="alert" className="mt-2 font-medium text-iron">
              {fault}
            </p>
          ) : null}
          <div className="mt-3 flex flex-wrap gap-2">
            <Button
              look="solid"
              className="max-[719px]:h-14"
              disabled={CHOICES.every((name) => chosen[name] === AS_IS) && MEASURES.every((name) => texts[name].trim() === '')}
              onClick={apply}
            >
              {t('many.apply', { n })}
            </Button>
            <Button
              look="quiet"
              className="text-iron max-[719px]:h-14"
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

function takes(feature: Feature, name: Choice): boolean {
  return name === 'wetState' || hasField(feature, name);
}

/** What was typed for one figure no longer goes with another. */
function without(typed: Feature['typed'], names: readonly Measure[]): Feature['typed'] {
  const left = Object.entries(typed ?? {}).filter(([name]) => !names.some((each) => each === name));
  return left.length > 0 ? Object.fromEntries(left) : undefined;
}
