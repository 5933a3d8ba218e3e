import { FaceDto, checkShape } from '@caulkhorn/contract';
import { type Face, REACHES, SUBSTRATES, checkItem, facesInWalk, lookupIn } from '@caulkhorn/core/jobs';
import { toSystem } from '@caulkhorn/core/quantities';
import { useState } from 'react';
import { toast } from 'sonner';
import { t, tOf } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { Dialog } from '../shared/ui/dialog';
import { FormFoot } from '../shared/ui/form-foot';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { parts, useJob } from '../job/job-context';
import { faceFrom, faceTexts } from './face-texts';
import { sideOptions } from './sides';
import { trueNowIso } from '../shared/true-clock';

const AS_IT_IS = '';
const START = { substrate: AS_IT_IS, strengthMPa: '', thicknessMm: '', reach: AS_IT_IS, near: AS_IT_IS, far: AS_IT_IS, clear: AS_IT_IS };

/** Several faces changed at once: only what is filled in here changes on them, and one undo takes all of it back. */
export function FacesDialog({ close }: { close(): void }) {
  const { model, put, jobId } = useJob(parts('model', 'put', 'jobId'));
  const units = useUnits();
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const form = useKeptForm(`faces ${jobId} ${units}`, START);
  const { register, formState } = form;
  const faults = formState.errors;
  const faces = facesInWalk(model);
  const toggle = (ids: readonly string[]) =>
    setTaken((now) => (ids.every((id) => now.has(id)) ? new Set([...now].filter((id) => !ids.includes(id))) : new Set([...now, ...ids])));

  const save = form.handleSubmit(({ clear, ...texts }) => {
    const asked = Object.fromEntries(Object.entries(texts).filter(([, text]) => text.trim() !== AS_IT_IS));
    if (taken.size === 0) return form.setError('root', { message: t('faces.none') });
    if (Object.keys(asked).length === 0 && clear === AS_IT_IS) return form.setError('root', { message: t('faces.nothing') });
    const changed = faces
      .filter(({ id }) => taken.has(id))
      .map((face): Face => {
        const { clearAt, ...next } = faceFrom(face, { ...faceTexts(face, units), ...asked }, units);
        if (clear === 'yes') return { ...next, clearAt: clearAt ?? trueNowIso() };
        return clear === 'no' || clearAt === undefined ? next : { ...next, clearAt };
      });
    const lookup = lookupIn(model);
    const issues = changed.flatMap((face) => {
      const shape = checkShape(FaceDto, face);
      return shape.ok ? checkItem('face', face, lookup) : shape.issues;
    });
    if (issues.length > 0) return form.showIssues(issues);
    put('face', ...changed);
    form.forget();
    close();
    toast(t('faces.done', { n: changed.length }));
  });

  const asItIs = { value: AS_IT_IS, label: t('faces.as-it-is') };
  return (
    <Dialog open onOpenChange={(isOpen) => !isOpen && close()} title={t('faces.title')} wide>
      <form
        onSubmit={(event) => {
          form.clearErrors();
          void save(event);
        }}
        className="grid grid-cols-[240px_1fr] gap-5 max-[719px]:grid-cols-1"
        noValidate
      >
        <fieldset className="max-h-[60vh] overflow-y-auto" tabIndex={0}>
          <legend className="mb-1 font-semibold">{t('faces.which')}</legend>
          {[...model.spaces]
            .sort((a, b) => a.order - b.order)
            .map((space) => {
              const own = faces.filter(({ spaceId }) => spaceId === space.id);
              if (own.length === 0) return null;
              const ids = own.map(({ id }) => id);
              return (
                <div key={space.id} className="mb-2">
                  <Tick label={space.name} isTicked={ids.every((id) => taken.has(id))} onTick={() => toggle(ids)} isHead />
                  {own.map(({ id, mark, name }) => (
                    <Tick key={id} label={`${mark} ${name}`} isTicked={taken.has(id)} onTick={() => toggle([id])} />
                  ))}
                </div>
              );
            })}
        </fieldset>
        <div className="flex flex-col gap-2.5">
          <p className="text-[13px] text-soft">{t('faces.how')}</p>
          <SelectField
            label={t('face.substrate')}
            options={[asItIs, ...SUBSTRATES.map((value) => ({ value, label: t(`substrate.${value}`) }))]}
            {...register('substrate')}
          />
          <div className="grid grid-cols-2 gap-2.5">
            <TextField
              label={t('field.thicknessMm')}
              unit={toSystem(1, 'mm', units).unit}
              inputMode="decimal"
              fault={faults.thicknessMm?.message}
              {...register('thicknessMm')}
            />
            <TextField
              label={t('field.strengthMPa')}
              unit={toSystem(1, 'MPa', units).unit}
              inputMode="decimal"
              fault={faults.strengthMPa?.message}
              {...register('strengthMPa')}
            />
          </div>
          <SelectField
            label={t('face.reach')}
            options={[asItIs, ...REACHES.map((value) => ({ value, label: tOf(`reach.${value}`) }))]}
            {...register('reach')}
          />
          <SelectField label={t('face.near')} options={[asItIs, ...sideOptions(model)]} {...register('near')} />
          <SelectField label={t('face.far')} options={[asItIs, ...sideOptions(model)]} {...register('far')} />
          <SelectField
            label={t('faces.looked')}
            options={[asItIs, { value: 'yes', label: t('face.clear') }, { value: 'no', label: t('faces.not-looked') }]}
            {...register('clear')}
          />
          <FormFoot fault={faults.root?.message} label={t('faces.do', { n: taken.size })} className="self-end" />
        </div>
      </form>
    </Dialog>
  );
}

function Tick({ label, isTicked, onTick, isHead = false }: { label: string; isTicked: boolean; onTick(): void; isHead?: boolean }) {
  return (
    <label className={`flex min-h-8 items-center gap-2 max-[719px]:min-h-14 ${isHead ? 'font-medium' : 'pl-4'}`}>
      <input type="checkbox" className="size-4 shrink-0 accent-[var(--water)]" checked={isTicked} onChange={onTick} />
      <span className="min-w-0 break-words">{label}</span>
    </label>
  );
}
