import { FaceDto, checkShape } from '@caulkhorn/contract';
import {
  type Face,
  type FacePoint,
  checkItem,
  checkLeftOff,
  lookupIn,
  REACHES,
  SALTS,
  SCREED_KINDS,
  SUBSTRATES,
} from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { isEqual } from 'es-toolkit';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { SavingFoot } from '../shared/ui/saving-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useSavingForm } from '../shared/use-saving-form';
import { parts, useJob } from '../job/job-context';
import { FacePlace } from './face-place';
import { faceFrom, faceTexts } from './face-texts';
import { OutlineField } from './outline-field';
import { readOutline } from './outline-text';
import { sideOptions } from './sides';
import { trueNowIso } from '../shared/true-clock';

const NOT_KNOWN = '';

/** What is known of a face beside its shape, and the openings in it. Each field is saved as it is left. */
export function FaceForm({ face }: { face: Face }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const { placement } = face;
  const form = useSavingForm({
    key: `face ${face.id} ${units}`,
    of: face,
    texts: faceTexts(face, units),
    isEditable: true,
    write(texts) {
      const item = faceFrom(face, texts, units);
      const shape = checkShape(FaceDto, item);
      const issues = shape.ok ? [...checkItem('face', item, lookupIn(model)), ...checkLeftOff(item, model)] : shape.issues;
      if (issues.length === 0 && !isEqual(item, face)) put('face', item);
      return issues;
    },
  });
  const { formState, watch, setValue, save, field, choice } = form;
  const faults = formState.errors;
  const openings = watch('openings');
  const unit = (of: string) => toSystem(1, of, units).unit;

  const known = (words: string, values: readonly string[]) => [
    { value: NOT_KNOWN, label: t('face.not-known') },
    ...values.map((value) => ({ value, label: tOf(`${words}.${value}`) })),
  ];
  const isClear = face.clearAt !== undefined;
  return (
    <>
      <label className="mt-2 flex items-center gap-2 max-[719px]:min-h-14">
        <input
          type="checkbox"
          className="size-4 accent-[var(--water)]"
          checked={isClear}
          onChange={() => {
            const { clearAt: _, ...rest } = face;
            put('face', isClear ? rest : { ...rest, clearAt: trueNowIso() });
          }}
        />
        {t('face.clear')}
      </label>
      <details className="mt-1">
        <summary className="py-1 font-medium">{t('face.change')}</summary>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
          className="flex flex-col gap-2.5"
          noValidate
        >
          <div className="grid grid-cols-2 gap-2.5">
            <TextField label={t('field.mark')} fault={faults.mark?.message} {...field('mark')} />
            <TextField label={t('field.name')} fault={faults.name?.message} {...field('name')} />
            <SelectField
              label={t('face.substrate')}
              options={SUBSTRATES.map((each) => ({ value: each, label: t(`substrate.${each}`) }))}
              {...choice('substrate')}
            />
            <TextField
              label={t('field.thicknessMm')}
              unit={unit('mm')}
              inputMode="decimal"
              fault={faults.thicknessMm?.message}
              {...field('thicknessMm')}
            />
            <TextField
              label={t('field.strengthMPa')}
              unit={unit('MPa')}
              inputMode="decimal"
              fault={faults.strengthMPa?.message}
              {...field('strengthMPa')}
            />
            <TextField
              label={t('field.roughnessFactor')}
              inputMode="decimal"
              fault={faults.roughnessFactor?.message}
              {...field('roughnessFactor')}
            />
            <TextField label={t('face.cast-on')} type="date" fault={faults.castOn?.message} {...field('castOn')} />
            <TextField label={t('face.csp')} inputMode="numeric" fault={faults.csp?.message} {...field('csp')} />
            <SelectField label={t('face.salts')} options={known('salts', SALTS)} {...choice('salts')} />
            {watch('substrate') === 'screed' ? (
              <SelectField label={t('face.screed')} options={known('screed', SCREED_KINDS)} {...choice('screed')} />
            ) : null}
            <SelectField label={t('face.reach')} options={known('reach', REACHES)} {...choice('reach')} />
            {face.kind === 'slab' ? (
              <TextField
                label={t('face.dead-load')}
                unit={unit('kPa')}
                inputMode="decimal"
                fault={faults.deadLoadKPa?.message}
                {...field('deadLoadKPa')}
              />
            ) : null}
            <div className="col-span-2">
              <TextField label={t('face.coatings')} fault={faults.coatings?.message} {...field('coatings')} />
            </div>
          </div>
          <fieldset className="grid grid-cols-2 gap-2.5">
            <legend className="mb-1 text-[13px] font-semibold">{t('face.place')}</legend>
            <SelectField
              label={t('face.space')}
              options={model.spaces.map(({ id, name }) => ({ value: id, label: name }))}
              {...choice('spaceId')}
            />
            <TextField label={tOf(levelLabel(face))} unit={unit('m')} inputMode="decimal" fault={faults.zM?.message} {...field('zM')} />
            <div className="col-span-2 flex flex-col gap-2.5">
              <SelectField label={t('face.near')} options={sideOptions(model)} fault={faults.near?.message} {...choice('near')} />
              <SelectField label={t('face.far')} options={sideOptions(model)} fault={faults.far?.message} {...choice('far')} />
            </div>
            <TextField label={t('face.x')} unit={unit('m')} inputMode="decimal" fault={faults.xM?.message} {...field('xM')} />
            <TextField label={t('face.y')} unit={unit('m')} inputMode="decimal" fault={faults.yM?.message} {...field('yM')} />
            <TextField
              label={t('face.heading')}
              hint={t('face.heading-how')}
              unit="°"
              inputMode="decimal"
              fault={faults.headingDeg?.message}
              {...field('headingDeg')}
            />
            {placement.kind === 'plane' ? (
              <TextField
                label={t('face.tilt')}
                hint={t('face.tilt-how')}
                unit="°"
                inputMode="decimal"
                fault={faults.tiltDeg?.message}
                {...field('tiltDeg')}
              />
            ) : null}
          </fieldset>
          <fieldset className="flex flex-col gap-1.5">
            <legend className="text-[13px] font-semibold">{t('face.openings')}</legend>
            <p className="text-[13px] text-soft">{t('face.openings-how', { unit: unit('m') })}</p>
            <OutlineField
              label={t('face.outline')}
              text={watch('outline')}
              onText={(text) => setValue('outline', text, { shouldDirty: true })}
              onDone={save}
              fault={faults.outline?.message}
              around={openings.map(({ text }) => readOutline(text, units)).filter(isRead)}
            />
            {openings.map(({ text }, i) => (
              <OutlineField
                key={i}
                label={t('face.opening', { n: i + 1 })}
                placeholder="1 0, 1.9 0, 1.9 2.1, 1 2.1"
                text={text}
                onText={(next) => setValue(`openings.${i}.text`, next, { shouldDirty: true })}
                onDone={save}
                around={[face.outline]}
                remove={{
                  label: t('face.remove-opening', { n: i + 1 }),
                  onRemove() {
                    setValue('openings', openings.toSpliced(i, 1), { shouldDirty: true });
                    save();
                  },
                }}
              />
            ))}
            {faults.openings ? (
              <p role="alert" className="text-[13px] font-medium text-iron">
                {faults.openings.message ?? faults.openings.root?.message}
              </p>
            ) : null}
            <Button size="small" className="self-start" onClick={() => setValue('openings', [...openings, { text: '' }])}>
              {t('face.add-opening')}
            </Button>
          </fieldset>
          <SavingFoot faults={faults} />
        </form>
        <FacePlace face={face} />
      </details>
    </>
  );
}

function isRead(points: readonly FacePoint[]): boolean {
  return points.flat().every(Number.isFinite);
}

/** What the level of a face's own origin is called. */
function levelLabel({ kind, placement }: Face): string {
  if (placement.kind === 'cylinder' && placement.axis === 'horizontal') return 'face.axis-level';
  return kind === 'slab' || kind === 'soffit' ? 'face.level' : 'face.foot';
}
