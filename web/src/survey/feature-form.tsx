import { FeatureDto, MOVEMENTS, PIPE_KINDS, WET_STATES, checkShape } from '@caulkhorn/contract';
import { type Feature, type FacePoint, type TypedQuantities, checkItem, levelAt, lookupIn, pathLengthM } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { toSystem } from '@caulkhorn/core/quantities';
import { Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { t } from '../messages/t';
import { fieldText, formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { useJob } from '../workspace/job-context';
import { useSelection } from '../workspace/selection';

interface Texts {
  mark: string;
  wetState: string;
  widthMm: string;
  movement: string;
  diameterMm: string;
  pipe: string;
  pastLeakage: boolean;
  note: string;
  path: { u: string; v: string }[];
}

/** What was seen of one feature. Each field is saved as it is left; what cannot be saved stays, with the reason beside it. */
export function FeatureForm({ feature, editable }: { feature: Feature; editable: boolean }) {
  const { model, put, remove } = useJob();
  const select = useSelection((state) => state.select);
  const units = useUnits();
  const form = useKeptForm<Texts>(`feature ${feature.id} ${units}`, textsOf(feature, units));
  const { register, formState, reset, clearErrors } = form;
  // reading them is what makes the form keep track of them
  const { errors: faults, dirtyFields } = formState;

  const save = () => {
    clearErrors();
    const texts = form.getValues();
    const item = featureFrom(feature, texts, units);
    const shape = checkShape(FeatureDto, item);
    const issues = shape.ok ? checkItem('feature', item, lookupIn(model)) : shape.issues;
    if (issues.length > 0) return form.showIssues(issues);
    form.forget();
    reset(texts);
    if (JSON.stringify(item) !== JSON.stringify(feature)) put('feature', item);
  };

  // someone else's change, an undo or a drag on the sheet shows at once; what is being typed here stays
  const seen = useRef(feature);
  useEffect(() => {
    if (seen.current === feature) return;
    seen.current = feature;
    reset(textsOf(feature, units), { keepDirtyValues: Object.keys(dirtyFields).length > 0, keepErrors: true });
  }, [feature, dirtyFields, reset, units]);

  // what was typed before a reload is saved now, or told why not
  useEffect(() => {
    if (editable && JSON.stringify(form.getValues()) !== JSON.stringify(textsOf(feature, units))) save();
    // only when the form opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const field = (name: Exclude<keyof Texts, 'path'>) => register(name, { onBlur: save });
  const choice = (name: 'wetState' | 'movement' | 'pipe' | 'pastLeakage') => register(name, { onChange: save });
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
        <SelectField
          label={t('field.wetState')}
          options={WET_STATES.map((s) => ({ value: s, label: t(`wet.${s}`) }))}
          fault={faults.wetState?.message}
          {...choice('wetState')}
        />
        {feature.kind === 'crack' ? (
          <>
            <TextField label={t('field.widthMm')} unit={mm} inputMode="decimal" fault={faults.widthMm?.message} {...field('widthMm')} />
            <SelectField
              label={t('field.movement')}
              options={MOVEMENTS.map((m) => ({ value: m, label: t(`movement.${m}`) }))}
              {...choice('movement')}
            />
          </>
        ) : null}
        {feature.kind === 'penetration' ? (
          <>
            <TextField
              label={t('field.diameterMm')}
              unit={mm}
              inputMode="decimal"
              fault={faults.diameterMm?.message}
              {...field('diameterMm')}
            />
            <SelectField
              label={t('field.pipe')}
              options={PIPE_KINDS.map((p) => ({ value: p, label: t(`pipe.${p}`) }))}
              {...choice('pipe')}
            />
          </>
        ) : null}
        <label className="col-span-2 flex items-center gap-2 max-[719px]:min-h-12">
          <input type="checkbox" className="size-4 accent-[var(--water)]" {...choice('pastLeakage')} /> {t('field.pastLeakage')}
        </label>
        <div className="col-span-2">
          <TextArea label={t('field.note')} fault={faults.note?.message} {...field('note')} />
        </div>
        <details className="col-span-2">
          <summary className="py-1 text-soft">
            {t('feature.points', { n: feature.path.length })}
            {feature.path.length > 1 ? `, ${formatQuantity(pathLengthM(feature.path), 'm', units)}` : ''}
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
      {faults.root ? (
        <p role="alert" className="font-medium text-iron">
          {faults.root.message}
        </p>
      ) : null}
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

function textsOf(feature: Feature, units: UnitSystem): Texts {
  const text = (name: 'widthMm' | 'diameterMm') => {
    const typed = feature.typed?.[name];
    return typed && typed.unit === toSystem(1, 'mm', units).unit ? typed.text : fieldText(feature[name], 'mm', units);
  };
  return {
    mark: feature.mark,
    wetState: feature.wetState,
    widthMm: text('widthMm'),
    movement: feature.movement ?? 'static',
    diameterMm: text('diameterMm'),
    pipe: feature.pipe ?? 'rigid',
    pastLeakage: feature.pastLeakage ?? false,
    note: feature.note ?? '',
    path: feature.path.map(([u, v]) => ({ u: fieldText(u, 'm', units), v: fieldText(v, 'm', units) })),
  };
}

/** The feature as the form now says; a number that cannot be read stays NaN, for the check to refuse. */
function featureFrom(feature: Feature, texts: Texts, units: UnitSystem): Feature {
  const before = textsOf(feature, units);
  const path = texts.path.map((point, i): FacePoint => {
    const same = point.u === before.path[i]?.u && point.v === before.path[i]?.v;
    return same ? feature.path[i]! : [readQuantity(point.u, 'm', units) ?? NaN, readQuantity(point.v, 'm', units) ?? NaN];
  });
  const unit = toSystem(1, 'mm', units).unit;
  const typed: TypedQuantities = { ...feature.typed };
  const quantity = (name: 'widthMm' | 'diameterMm') => {
    if (texts[name] === before[name]) return feature[name];
    typed[name] = { text: texts[name].slice(0, 40), unit };
    return readQuantity(texts[name], 'mm', units);
  };
  const kindFields: Partial<Feature> =
    feature.kind === 'crack'
      ? { widthMm: quantity('widthMm'), movement: texts.movement as Feature['movement'] }
      : feature.kind === 'penetration'
        ? { diameterMm: quantity('diameterMm'), pipe: texts.pipe as Feature['pipe'] }
        : {};
  const note = texts.note.trim();
  return {
    id: feature.id,
    faceId: feature.faceId,
    mark: texts.mark.trim(),
    kind: feature.kind,
    path,
    wetState: texts.wetState as Feature['wetState'],
    ...kindFields,
    ...(texts.pastLeakage ? { pastLeakage: true } : {}),
    ...(note ? { note } : {}),
    ...(Object.keys(typed).length > 0 ? { typed } : {}),
  };
}
