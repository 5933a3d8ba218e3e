import { FaceDto, checkShape } from '@caulkhorn/contract';
import { type Face, type FacePoint, checkItem, checkLeftOff, lookupIn, REACHES, SALTS, SUBSTRATES } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { fieldText, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';
import { FacePlace } from './face-place';
import { OutlineField } from './outline-field';
import { outlineText, readOutline } from './outline-text';
import { readSide, sideOptions, sideValue } from './sides';

const NOT_KNOWN = '';

/** What is known of a face beside its shape, and the openings in it. */
export function FaceForm({ face }: { face: Face }) {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const { placement } = face;
  const start = {
    spaceId: face.spaceId,
    near: sideValue(face.near),
    far: sideValue(face.far),
    zM: fieldText(placement.zM, 'm', units),
    xM: fieldText(placement.xM, 'm', units),
    yM: fieldText(placement.yM, 'm', units),
    headingDeg: fieldText(placement.headingDeg, '', units),
    tiltDeg: placement.kind === 'plane' ? fieldText(placement.tiltDeg, '', units) : '',
    mark: face.mark,
    name: face.name,
    substrate: face.substrate as string,
    thicknessMm: fieldText(face.thicknessMm, 'mm', units),
    strengthMPa: fieldText(face.strengthMPa, 'MPa', units),
    roughnessFactor: fieldText(face.roughnessFactor, '', units),
    castOn: face.castOn ?? '',
    csp: fieldText(face.csp, '', units),
    salts: (face.salts ?? NOT_KNOWN) as string,
    coatings: face.coatings ?? '',
    reach: (face.reach ?? NOT_KNOWN) as string,
    deadLoadKPa: fieldText(face.deadLoadKPa, 'kPa', units),
    outline: outlineText(face.outline, units),
    openings: (face.openings ?? []).map((points) => ({ text: outlineText(points, units) })),
  };
  const form = useKeptForm(`face ${face.id} ${units}`, start);
  const { register, formState, watch, setValue } = form;
  const faults = formState.errors;
  const openings = watch('openings');
  const unit = (of: string) => toSystem(1, of, units).unit;

  const number = (text: string, of: string) => readQuantity(text, of, units);
  type Figure = 'zM' | 'xM' | 'yM' | 'headingDeg' | 'tiltDeg' | 'thicknessMm' | 'strengthMPa' | 'roughnessFactor';
  /** A figure that nobody touched stays as exact as it was. */
  const exact = (name: Figure, texts: typeof start, was: number, of: string) =>
    texts[name] === start[name] ? was : (number(texts[name], of) ?? NaN);
  const placed = (texts: typeof start): Face['placement'] => ({
    ...placement,
    xM: exact('xM', texts, placement.xM, 'm'),
    yM: exact('yM', texts, placement.yM, 'm'),
    zM: exact('zM', texts, placement.zM, 'm'),
    headingDeg: exact('headingDeg', texts, placement.headingDeg, ''),
    ...(placement.kind === 'plane' ? { tiltDeg: exact('tiltDeg', texts, placement.tiltDeg, '') } : {}),
  });

  const save = form.handleSubmit((texts) => {
    const {
      openings: _openings,
      castOn: _cast,
      csp: _csp,
      salts: _salts,
      coatings: _coatings,
      reach: _reach,
      deadLoadKPa: _load,
      ...rest
    } = face;
    const deadLoadKPa = texts.deadLoadKPa === start.deadLoadKPa ? face.deadLoadKPa : number(texts.deadLoadKPa, 'kPa');
    const outlines = texts.openings.flatMap(({ text }) => {
      if (text.trim() === '') return [];
      const same = start.openings.findIndex((each) => each.text === text);
      return [same < 0 ? readOutline(text, units) : face.openings![same]!];
    });
    const csp = number(texts.csp, '');
    const item: Face = {
      ...rest,
      spaceId: texts.spaceId,
      near: readSide(texts.near),
      far: readSide(texts.far),
      placement: placed(texts),
      outline: texts.outline === start.outline ? face.outline : readOutline(texts.outline, units),
      mark: texts.mark.trim(),
      name: texts.name.trim(),
      substrate: texts.substrate as Face['substrate'],
      thicknessMm: exact('thicknessMm', texts, face.thicknessMm, 'mm'),
      strengthMPa: exact('strengthMPa', texts, face.strengthMPa, 'MPa'),
      roughnessFactor: exact('roughnessFactor', texts, face.roughnessFactor, ''),
      ...(outlines.length > 0 ? { openings: outlines } : {}),
      ...(deadLoadKPa === undefined ? {} : { deadLoadKPa }),
      ...(texts.castOn ? { castOn: texts.castOn } : {}),
      ...(csp === undefined ? {} : { csp }),
      ...(texts.salts ? { salts: texts.salts as Face['salts'] } : {}),
      ...(texts.coatings.trim() ? { coatings: texts.coatings.trim() } : {}),
      ...(texts.reach ? { reach: texts.reach as Face['reach'] } : {}),
    };
    const shape = checkShape(FaceDto, item);
    const issues = shape.ok ? [...checkItem('face', item, lookupIn(model)), ...checkLeftOff(item, model)] : shape.issues;
    if (issues.length > 0) return form.showIssues(issues);
    form.forget();
    form.reset(texts);
    put('face', item);
  });

  const known = (words: string, values: readonly string[]) => [
    { value: NOT_KNOWN, label: t('face.not-known') },
    ...values.map((value) => ({ value, label: tOf(`${words}.${value}`) })),
  ];
  const isClear = face.clearAt !== undefined;
  return (
    <>
      <label className="mt-2 flex items-center gap-2 max-[719px]:min-h-12">
        <input
          type="checkbox"
          className="size-4 accent-[var(--water)]"
          checked={isClear}
          onChange={() => {
            const { clearAt: _, ...rest } = face;
            put('face', isClear ? rest : { ...rest, clearAt: new Date().toISOString() });
          }}
        />
        {t('face.clear')}
      </label>
      <details className="mt-1">
        <summary className="py-1 font-medium">{t('face.change')}</summary>
        <form
          onSubmit={(event) => {
            form.clearErrors();
            void save(event);
          }}
          className="flex flex-col gap-2.5"
          noValidate
        >
          <div className="grid grid-cols-2 gap-2.5">
            <TextField label={t('field.mark')} fault={faults.mark?.message} {...register('mark')} />
            <TextField label={t('field.name')} fault={faults.name?.message} {...register('name')} />
            <SelectField
              label={t('face.substrate')}
              options={SUBSTRATES.map((each) => ({ value: each, label: t(`substrate.${each}`) }))}
              {...register('substrate')}
            />
            <TextField
              label={t('field.thicknessMm')}
              unit={unit('mm')}
              inputMode="decimal"
              fault={faults.thicknessMm?.message}
              {...register('thicknessMm')}
            />
            <TextField
              label={t('field.strengthMPa')}
              unit={unit('MPa')}
              inputMode="decimal"
              fault={faults.strengthMPa?.message}
              {...register('strengthMPa')}
            />
            <TextField
              label={t('field.roughnessFactor')}
              inputMode="decimal"
              fault={faults.roughnessFactor?.message}
              {...register('roughnessFactor')}
            />
            <TextField label={t('face.cast-on')} type="date" fault={faults.castOn?.message} {...register('castOn')} />
            <TextField label={t('face.csp')} inputMode="numeric" fault={faults.csp?.message} {...register('csp')} />
            <SelectField label={t('face.salts')} options={known('salts', SALTS)} {...register('salts')} />
            <SelectField label={t('face.reach')} options={known('reach', REACHES)} {...register('reach')} />
            {face.kind === 'slab' ? (
              <TextField
                label={t('face.dead-load')}
                unit={unit('kPa')}
                inputMode="decimal"
                fault={faults.deadLoadKPa?.message}
                {...register('deadLoadKPa')}
              />
            ) : null}
            <div className="col-span-2">
              <TextField label={t('face.coatings')} fault={faults.coatings?.message} {...register('coatings')} />
            </div>
          </div>
          <fieldset className="grid grid-cols-2 gap-2.5">
            <legend className="mb-1 text-[13px] font-semibold">{t('face.place')}</legend>
            <SelectField
              label={t('face.space')}
              options={model.spaces.map(({ id, name }) => ({ value: id, label: name }))}
              {...register('spaceId')}
            />
            <TextField label={tOf(levelLabel(face))} unit={unit('m')} inputMode="decimal" fault={faults.zM?.message} {...register('zM')} />
            <div className="col-span-2 flex flex-col gap-2.5">
              <SelectField label={t('face.near')} options={sideOptions(model)} fault={faults.near?.message} {...register('near')} />
              <SelectField label={t('face.far')} options={sideOptions(model)} fault={faults.far?.message} {...register('far')} />
            </div>
            <TextField label={t('face.x')} unit={unit('m')} inputMode="decimal" fault={faults.xM?.message} {...register('xM')} />
            <TextField label={t('face.y')} unit={unit('m')} inputMode="decimal" fault={faults.yM?.message} {...register('yM')} />
            <TextField
              label={t('face.heading')}
              hint={t('face.heading-how')}
              unit="°"
              inputMode="decimal"
              fault={faults.headingDeg?.message}
              {...register('headingDeg')}
            />
            {placement.kind === 'plane' ? (
              <TextField
                label={t('face.tilt')}
                hint={t('face.tilt-how')}
                unit="°"
                inputMode="decimal"
                fault={faults.tiltDeg?.message}
                {...register('tiltDeg')}
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
                around={[face.outline]}
                remove={{
                  label: t('face.remove-opening', { n: i + 1 }),
                  onRemove: () => setValue('openings', openings.toSpliced(i, 1), { shouldDirty: true }),
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
          <FormFoot fault={faults.root?.message} label={t('face.save')} />
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
