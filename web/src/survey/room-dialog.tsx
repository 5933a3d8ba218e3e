import { FaceDto, checkShape } from '@caulkhorn/contract';
import type { Issue } from '@caulkhorn/core/issues';
import { type Face, type FacePoint, type Space, type WaterBody, checkItem, lookupIn, tapedWalls, walkWalls } from '@caulkhorn/core/jobs';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { PencilRuler, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { fieldText } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { substrateChoices } from '../words/substrate-choices';
import { parts, useJob } from '../job/job-context';
import { MEASURES, ROOM_SHAPES, type RoomShape, type RoomTexts, readFigure, roomTexts, shapesOf } from './room-shapes';
import { readStrength, strengthFor } from './usual-face';
import { OutlinePad } from './outline-pad';
import { outlineText, readOutline } from './outline-text';
import { isWhole } from './pad-points';
import { PlanSketch } from './plan-sketch';
import { nextMarks, placeForNext } from '../drawings/room-place';

/** A whole room at once: walls as they are taped on the way round, a round shaft, or a tunnel. */
export function RoomDialog({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const { model, put, jobId } = useJob(parts('model', 'put', 'jobId'));
  const units = useUnits();
  const form = useKeptForm<RoomTexts>(`room ${jobId} ${units}`, roomTexts(units));
  const { register, formState, watch, setValue, getValues } = form;
  const faults = formState.errors;
  const [shape, walls, plan] = [watch('shape'), watch('walls'), watch('plan')];
  const [drawing, setDrawing] = useState(false);
  const metre = toSystem(1, 'm', units).unit;
  const taped = walls.map(({ length, turn }) => ({ lengthM: readFigure(length, 'm', units), turnRightDeg: readFigure(turn, '', units) }));
  const readable = taped.filter(({ lengthM, turnRightDeg }) => Number.isFinite(lengthM + turnRightDeg));

  const save = form.handleSubmit((texts) => {
    const shapes = shapesOf(texts, units, placeForNext(model));
    if (!shapes.ok) return form.showIssues(shapes.issues);
    const space: Space = {
      id: v4(),
      name: texts.name.trim() || t('room.unnamed', { n: model.spaces.length + 1 }),
      order: model.spaces.length,
    };
    const ground: WaterBody = model.waterBodies.find(({ kind }) => kind === 'ground') ?? {
      id: v4(),
      name: t('water.ground'),
      kind: 'ground',
      densityKgM3: 1000,
    };
    const tank: WaterBody | undefined =
      texts.near === 'tank' ? { id: v4(), name: t('room.tank-water', { name: space.name }), kind: 'tank', densityKgM3: 1000 } : undefined;
    const marks = nextMarks(model.faces, shapes.value.length);
    const faces = shapes.value.map((placed, i): Face => ({
      id: v4(),
      spaceId: space.id,
      mark: marks[i]!,
      name: t('room.face', { room: space.name, kind: t(`face-kind.${placed.kind}`), n: i + 1 }),
      ...placed,
      thicknessMm: readFigure(texts.thicknessMm, 'mm', units),
      ...madeOf(placed.kind, texts, units),
      roughnessFactor: readFigure(texts.roughnessFactor, '', units),
      near: tank ? { kind: 'tank', waterBodyId: tank.id } : { kind: 'room' },
      far: placed.kind === 'soffit' ? { kind: 'open-air' } : { kind: 'ground', waterBodyId: ground.id },
      order: i,
    }));
    const waters = [ground, ...(tank ? [tank] : [])].filter((body) => !model.waterBodies.includes(body));
    const lookup = lookupIn({ ...model, spaces: [...model.spaces, space], waterBodies: [...model.waterBodies, ...waters] });
    const issues = faces.flatMap((face) => {
      const checked = checkShape(FaceDto, face);
      return checked.ok ? checkItem('face', face, lookup) : checked.issues;
    });
    if (issues.length > 0) return form.showIssues(unique(issues));
    put('space', space);
    waters.forEach((body) => put('water-body', body));
    faces.forEach((face) => put('face', face));
    form.forget();
    form.reset(roomTexts(units));
    onOpenChange(false);
    toast(t('room.added', { n: faces.length }));
  });

  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={t('room.title')} wide>
      <form
        onSubmit={(event) => {
          form.clearErrors();
          void save(event);
        }}
        className="flex flex-col gap-3"
        noValidate
      >
        <div className="grid grid-cols-2 gap-2.5">
          <SelectField
            label={t('room.shape')}
            options={ROOM_SHAPES.map((each) => ({ value: each, label: t(`room.${each}`) }))}
            {...register('shape')}
          />
          <TextField label={t('room.name')} {...register('name')} />
          {MEASURES[shape].map((name) => (
            <TextField
              key={name}
              label={t(measureLabel(name, shape))}
              unit={metre}
              inputMode="decimal"
              fault={faults[name]?.message}
              {...register(name)}
            />
          ))}
        </div>
        {shape === 'walls' || shape === 'rectangle' ? (
          <fieldset>
            <legend className="sr-only">{t('room.draw')}</legend>
            <Button size="small" className="max-[719px]:h-14" aria-expanded={drawing} onClick={() => setDrawing(!drawing)}>
              <PencilRuler size={15} aria-hidden /> {t('room.draw')}
            </Button>
            {drawing ? (
              <div className="mt-2">
                <OutlinePad
                  label={t('room.draw')}
                  points={plan.trim() === '' ? [] : readOutline(plan, units)}
                  onChange={(points, closed) => {
                    setValue('plan', outlineText(points, units));
                    if (!closed || !isWhole(points)) return;
                    setValue('shape', 'walls');
                    setValue('walls', wallTexts(points, units));
                  }}
                />
                <p className="text-[13px] text-soft">{t('room.draw-how')}</p>
              </div>
            ) : null}
          </fieldset>
        ) : null}
        {shape === 'walls' ? (
          <fieldset className="grid grid-cols-[1fr_200px] gap-3 max-[719px]:grid-cols-1">
            <legend className="mb-1 font-semibold">{t('room.walls-title')}</legend>
            <div className="flex flex-col gap-1.5">
              <p className="text-[13px] text-soft">{t('room.walls-how')}</p>
              {walls.map((_, i) => (
                <div key={i} className="grid grid-cols-[1fr_1fr_36px] items-end gap-1.5 max-[719px]:grid-cols-[1fr_1fr_48px]">
                  <TextField label={t('room.wall', { n: i + 1 })} unit={metre} inputMode="decimal" {...register(`walls.${i}.length`)} />
                  <TextField label={t('room.turn')} unit="°" inputMode="decimal" {...register(`walls.${i}.turn`)} />
                  <Button
                    look="quiet"
                    size="small"
                    className="max-[719px]:size-12"
                    aria-label={t('room.remove-wall', { n: i + 1 })}
                    disabled={walls.length <= 3}
                    onClick={() =>
                      setValue(
                        'walls',
                        walls.filter((__, at) => at !== i),
                      )
                    }
                  >
                    <Trash2 size={15} />
                  </Button>
                </div>
              ))}
              <Button size="small" className="self-start" onClick={() => setValue('walls', [...walls, { length: '', turn: '90' }])}>
                <Plus size={15} /> {t('room.add-wall')}
              </Button>
              {faults.walls ? (
                <p role="alert" className="text-[13px] font-medium text-iron">
                  {faults.walls.message ?? faults.walls.root?.message}
                </p>
              ) : null}
            </div>
            <PlanSketch {...walkWalls(readable)} isWhole={readable.length === walls.length} />
          </fieldset>
        ) : null}
        <div className="grid grid-cols-2 gap-2.5">
          <SelectField
            label={t(shape === 'tunnel' ? 'face.substrate' : 'room.walls-of')}
            options={substrateChoices()}
            fault={faults.substrate?.message}
            {...register('substrate', {
              onChange: ({ target }: { target: HTMLSelectElement }) =>
                setValue('strengthMPa', strengthFor(target.value, getValues('strengthMPa'), units)),
            })}
          />
          {shape === 'tunnel' ? null : (
            <SelectField label={t('room.floor')} options={substrateChoices()} fault={faults.floor?.message} {...register('floor')} />
          )}
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
            unit={toSystem(1, 'mm', units).unit}
            inputMode="decimal"
            fault={faults.thicknessMm?.message}
            {...register('thicknessMm')}
          />
          <SelectField
            label={t('room.holds')}
            options={(['room', 'tank'] as const).map((each) => ({ value: each, label: t(`room.near.${each}`) }))}
            {...register('near')}
          />
          {shape === 'walls' || shape === 'rectangle' ? (
            <label className="flex items-center gap-2 max-[719px]:min-h-14">
              <input type="checkbox" className="size-4 accent-[var(--water)]" {...register('soffit')} /> {t('room.soffit')}
            </label>
          ) : null}
        </div>
        <FormFoot fault={faults.root?.message} label={t('room.add')} />
      </form>
    </Dialog>
  );
}

/** A drawn plan as it would have been taped; the figures are then typed as they are on site. */
function wallTexts(plan: readonly FacePoint[], units: UnitSystem): RoomTexts['walls'] {
  return tapedWalls(plan).map(({ lengthM, turnRightDeg }) => ({
    length: fieldText(lengthM, 'm', units),
    turn: fieldText(turnRightDeg, '', units),
  }));
}

/** A floor is of its own stuff: what was said of the walls says nothing of it, so its strength is the usual one of what it is made of. */
function madeOf(
  kind: Face['kind'],
  { substrate, strengthMPa, floor }: RoomTexts,
  units: UnitSystem,
): Pick<Face, 'substrate' | 'strengthMPa'> {
  const of = (kind === 'slab' ? floor : substrate) as Face['substrate'];
  const typed = of === substrate ? strengthMPa : strengthFor(of, '', units);
  return { substrate: of, strengthMPa: readStrength(of, typed, units) };
}

function measureLabel(name: (typeof MEASURES)[RoomShape][number], shape: RoomShape) {
  if (name === 'footM') return shape === 'tunnel' ? 'room.invert' : 'face.foot';
  if (name === 'heightM') return 'new-face.height';
  if (name === 'diameterM') return 'room.diameter';
  return name === 'widthM' ? 'room.width' : 'field.lengthM';
}

/** All faces of a room share their figures: one refusal says it once. */
function unique(issues: readonly Issue[]): Issue[] {
  return [...new Map(issues.map((found) => [`${found.code} ${found.path}`, found])).values()];
}
