import { FaceDto, checkShape } from '@caulkhorn/contract';
import type { Issue } from '@caulkhorn/core/issues';
import { type Face, type FacePoint, type JobModel, type Space, type WaterBody, checkItem, lookupIn } from '@caulkhorn/core/jobs';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t, tOf } from '../messages/t';
import { parseNumber, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { substrateChoices } from '../words/substrate-choices';
import { parts, useJob } from '../job/job-context';
import { readStrength, strengthFor, usualFace } from './usual-face';
import { OutlineField } from './outline-field';
import { readOutline } from './outline-text';

const startIn = (units: UnitSystem) => ({
  kind: 'wall',
  shape: 'rectangle' as 'rectangle' | 'drawn',
  outline: '',
  mark: '',
  name: '',
  lengthM: '',
  heightM: '',
  footM: '',
  ...usualFace(units),
});
type Texts = ReturnType<typeof startIn>;

/** A rectangular wall that carries on round the room from the last one, or the floor under the walls so far. */
export function NewFaceForm() {
  const { model, put } = useJob(parts('model', 'put'));
  const units = useUnits();
  const { jobId } = useJob(parts('jobId'));
  const form = useKeptForm<Texts>(`new face ${jobId} ${units}`, startIn(units));
  const { register, formState, watch, setValue, getValues } = form;
  const faults = formState.errors;
  const [kind, shape] = [watch('kind'), watch('shape')];
  const metre = toSystem(1, 'm', units).unit;
  const millimetre = toSystem(1, 'mm', units).unit;

  const save = form.handleSubmit((texts) => {
    const space: Space = lastOf(model.spaces) ?? { id: v4(), name: t('space.first'), order: 0 };
    const body: WaterBody = model.waterBodies.find((b) => b.kind === 'ground') ?? {
      id: v4(),
      name: t('water.ground'),
      kind: 'ground',
      densityKgM3: 1000,
    };
    const face = faceFrom(texts, units, model, { space, body });
    const withNew: JobModel = { ...model, spaces: addTo(model.spaces, space), waterBodies: addTo(model.waterBodies, body) };
    const shape = checkShape(FaceDto, face);
    const issues = shape.ok ? checkItem('face', face, lookupIn(withNew)) : shape.issues;
    if (issues.length > 0) return form.showIssues(inFormTerms(issues, texts).map((found) => materialAsked(found, texts.substrate)));
    if (withNew.spaces !== model.spaces) put('space', space);
    if (withNew.waterBodies !== model.waterBodies) put('water-body', body);
    put('face', face);
    form.forget();
    form.reset({ ...texts, mark: '', name: '', lengthM: '', outline: '' });
    toast(t('new-face.added', { mark: face.mark }));
  });

  return (
    <form onSubmit={(event) => void save(event)} className="flex flex-col gap-2.5" noValidate>
      <h3 className="font-semibold">{t('new-face.title')}</h3>
      <div className="grid grid-cols-2 gap-2.5">
        <SelectField
          label={t('face.kind')}
          options={['wall', 'slab'].map((k) => ({ value: k, label: tOf(`face-kind.${k}`) }))}
          {...register('kind')}
        />
        <TextField label={t('field.mark')} placeholder="A" fault={faults.mark?.message} {...register('mark')} />
        <div className="col-span-2">
          <TextField label={t('field.name')} fault={faults.name?.message} {...register('name')} />
        </div>
        <div className="col-span-2">
          <SelectField
            label={t('room.shape')}
            options={(['rectangle', 'drawn'] as const).map((each) => ({ value: each, label: t(`new-face.shape.${each}`) }))}
            {...register('shape')}
          />
        </div>
        {shape === 'drawn' ? (
          <div className="col-span-2">
            <OutlineField
              label={t('face.outline')}
              text={watch('outline')}
              onText={(text) => setValue('outline', text, { shouldDirty: true })}
              fault={faults.outline?.message}
              placeholder="0 0, 4 0, 4 2.5, 0 2.5"
              drawn
            />
            <p className="mt-1 text-[13px] text-soft">
              {t(kind === 'slab' ? 'new-face.drawn-slab' : 'new-face.drawn-wall', { unit: metre })}
            </p>
          </div>
        ) : (
          <>
            <TextField
              label={t('field.lengthM')}
              unit={metre}
              inputMode="decimal"
              fault={faults.lengthM?.message}
              {...register('lengthM')}
            />
            <TextField
              label={t(kind === 'slab' ? 'new-face.depth' : 'new-face.height')}
              unit={metre}
              inputMode="decimal"
              fault={faults.heightM?.message}
              {...register('heightM')}
            />
          </>
        )}
        <TextField label={t('face.foot')} unit={metre} inputMode="decimal" fault={faults.footM?.message} {...register('footM')} />
        <SelectField
          label={t('face.substrate')}
          options={substrateChoices()}
          fault={faults.substrate?.message}
          {...register('substrate', {
            onChange: ({ target }: { target: HTMLSelectElement }) =>
              setValue('strengthMPa', strengthFor(target.value, getValues('strengthMPa'), units)),
          })}
        />
        <TextField
          label={t('field.strengthMPa')}
          hint={t('face.strength-hint')}
          unit={toSystem(1, 'MPa', units).unit}
          inputMode="decimal"
          fault={faults.strengthMPa?.message}
          {...register('strengthMPa')}
        />
        <TextField
          label={t('field.thicknessMm')}
          unit={millimetre}
          inputMode="decimal"
          fault={faults.thicknessMm?.message}
          {...register('thicknessMm')}
        />
      </div>
      <FormFoot fault={faults.root?.message} label={t('new-face.add')} />
    </form>
  );
}

/** What nobody has chosen is asked for, not called wrong. */
const materialAsked = (found: Issue, substrate: string): Issue =>
  found.path === 'substrate' && substrate === '' ? { code: 'missing', path: 'substrate' } : found;

/** Fields of the face, as the form asks for them. */
const FIELD_OF: Readonly<Record<string, string>> = { outline: 'lengthM', placement: 'heightM', 'placement.zM': 'footM' };

/** An outline that cannot be read is a length or a height that cannot be read. */
function inFormTerms(issues: readonly Issue[], texts: Texts): Issue[] {
  if (texts.shape === 'drawn') return issues.map((found) => ({ ...found, path: found.path === 'placement' ? 'outline' : found.path }));
  return issues.flatMap((found): Issue[] => {
    if (found.code !== 'not-points') return [{ ...found, path: FIELD_OF[found.path] ?? found.path }];
    return (['lengthM', 'heightM'] as const)
      .filter((field) => Number.isNaN(parseNumber(texts[field])))
      .map((path) => ({ code: texts[path].trim() === '' ? 'missing' : 'not-a-number', path }));
  });
}

function addTo<T extends { id: string }>(items: T[], item: T): T[] {
  return items.some((other) => other.id === item.id) ? items : [...items, item];
}

function faceFrom(texts: Texts, units: UnitSystem, model: JobModel, { space, body }: { space: Space; body: WaterBody }): Face {
  const metres = (text: string) => readQuantity(text, 'm', units) ?? NaN;
  const [lengthM, heightM, footM] = [metres(texts.lengthM), metres(texts.heightM), metres(texts.footM)];
  const isWall = texts.kind === 'wall';
  const outline: FacePoint[] =
    texts.shape === 'drawn'
      ? readOutline(texts.outline, units)
      : [
          [0, 0],
          [lengthM, 0],
          [lengthM, heightM],
          [0, heightM],
        ];
  return {
    id: v4(),
    spaceId: space.id,
    mark: texts.mark.trim(),
    name: texts.name.trim(),
    kind: isWall ? 'wall' : 'slab',
    outline,
    placement: isWall
      ? nextWallPlacement(model, space, footM)
      : floorPlacement(model, space, footM, Math.max(...outline.map(([, v]) => v))),
    thicknessMm: readQuantity(texts.thicknessMm, 'mm', units) ?? NaN,
    substrate: texts.substrate as Face['substrate'],
    strengthMPa: readStrength(texts.substrate, texts.strengthMPa, units),
    roughnessFactor: readQuantity(texts.roughnessFactor, '', units) ?? NaN,
    near: { kind: 'room' },
    far: { kind: 'ground', waterBodyId: body.id },
    order: (lastOf(model.faces.filter(({ spaceId }) => spaceId === space.id))?.order ?? -1) + 1,
  };
}

/** By its place in the walk. */
function lastOf<T extends { order: number }>(items: readonly T[]): T | undefined {
  return items.reduce<T | undefined>((last, next) => (last && last.order > next.order ? last : next), undefined);
}

/** Walls are walked clockwise: the next one starts where the last ended and turns right. */
function nextWallPlacement(model: JobModel, space: Space, footM: number): Face['placement'] {
  const last = lastOf(
    model.faces.filter(({ spaceId, kind, placement }) => spaceId === space.id && kind === 'wall' && placement.kind === 'plane'),
  );
  if (!last || last.placement.kind !== 'plane') return { kind: 'plane', xM: 0, yM: 0, zM: footM, headingDeg: 0, tiltDeg: 90 };
  const { xM, yM, headingDeg } = last.placement;
  const length = Math.max(...last.outline.map(([u]) => u));
  const heading = (headingDeg * Math.PI) / 180;
  return {
    kind: 'plane',
    xM: xM + length * Math.cos(heading),
    yM: yM + length * Math.sin(heading),
    zM: footM,
    headingDeg: (headingDeg + 270) % 360,
    tiltDeg: 90,
  };
}

/** The floor lies to the right of the first wall, its long edge under it. */
function floorPlacement(model: JobModel, space: Space, footM: number, depthM: number): Face['placement'] {
  const first = model.faces.find((face) => face.spaceId === space.id && face.kind === 'wall' && face.placement.kind === 'plane');
  const at = first?.placement.kind === 'plane' ? first.placement : { xM: 0, yM: 0 };
  return { kind: 'plane', xM: at.xM, yM: at.yM - (Number.isNaN(depthM) ? 0 : depthM), zM: footM, headingDeg: 0, tiltDeg: 0 };
}
