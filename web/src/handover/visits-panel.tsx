import { VisitBodyDto, checkShape } from '@caulkhorn/contract';
import type { VoidedBy } from '@caulkhorn/core/jobs';
import { AFTER_CARE, type ReleasedFace } from '@caulkhorn/core/proof';
import { type EntryBody, VISIT_WETS, VISIT_WHYS, checkEntry } from '@caulkhorn/core/site-log';
import { useMemo, useState } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { dayOnly } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { SelectField, TextArea, TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { EntryText } from '../site-log/entry-text';

/** Faces all of whose released work is finished. */
function useFinished(): ReleasedFace[] {
  const { revision } = useJob(parts('revision'));
  const { site } = usePlanning();
  return useMemo(() => {
    const open = new Set(revision?.workItems.filter(({ id }) => site.done.get(id)?.finishedAt === undefined).map(({ faceId }) => faceId));
    return (revision?.decided?.faces ?? [])
      .filter(({ faceId, family }) => family !== undefined && !open.has(faceId))
      .sort((a, b) => a.place - b.place);
  }, [revision, site]);
}

/** Who has been back to what was finished, and what was found there. */
export function VisitsPanel() {
  const { model, can } = useJob(parts('model', 'can'));
  const { site } = usePlanning();
  const faces = useFinished();
  const [isOpen, setOpen] = useState(false);
  if (faces.length === 0 && site.visits.length === 0) return null;
  const { timeZone } = model.job;
  return (
    <section aria-label={t('visit.title')} className="mt-4 flex flex-col gap-2 border-t border-rule pt-2">
      <h3 className="font-semibold">{t('visit.title')}</h3>
      <p className="text-[13px] text-soft">{t('visit.how')}</p>
      {site.visits.length === 0 ? <p className="text-soft">{t('visit.none')}</p> : null}
      <ol>
        {[...site.visits].reverse().map((entry) => (
          <li key={entry.id} className="border-b border-rule py-1.5">
            {dayOnly(entry.occurredAt, timeZone)} · {entry.personName} · <EntryText entry={entry} />
          </li>
        ))}
      </ol>
      {!can('log') || faces.length === 0 ? null : isOpen ? (
        <VisitForm faces={faces} onDone={() => setOpen(false)} />
      ) : (
        <Button className="self-start max-[719px]:h-14 max-[719px]:self-stretch" onClick={() => setOpen(true)}>
          {t('visit.open')}
        </Button>
      )}
    </section>
  );
}

function VisitForm({ faces, onDone }: { faces: readonly ReleasedFace[]; onDone(): void }) {
  const { log, path } = useJob(parts('log', 'path'));
  const form = useKeptForm(`visit ${path}`, {
    ...{ faceId: faces[0]!.faceId, why: 'look', wet: '', seenOn: '', toldOn: '', note: '' },
    found: {} as Partial<Record<VoidedBy, boolean>>,
  });
  const { register, watch, formState } = form;
  const { errors } = formState;
  const [faceId, why, wet] = watch(['faceId', 'why', 'wet']);
  const face = faces.find((each) => each.faceId === faceId) ?? faces[0]!;
  const { voids } = AFTER_CARE[face.family!];
  const save = form.handleSubmit(({ found, seenOn, toldOn, note, ...rest }) => {
    const told = why === 'call-back' ? { ...(seenOn ? { seenOn } : {}), ...(toldOn ? { toldOn } : {}) } : {};
    const body = { kind: 'visit', ...rest, found: voids.filter((by) => found[by]), ...told, ...(note.trim() ? { note: note.trim() } : {}) };
    const shape = checkShape<EntryBody>(VisitBodyDto, body);
    const at = trueNowIso();
    const issues = shape.ok ? checkEntry(shape.value, at) : shape.issues;
    if (!shape.ok || issues.length > 0) return form.showIssues(issues);
    log(shape.value, at);
    form.forget();
    onDone();
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="flex flex-col gap-3 border border-rule bg-raised p-3">
      <SelectField
        label={t('visit.face')}
        options={faces.map(({ faceId: value, mark, name }) => ({ value, label: `${mark} ${name}` }))}
        {...register('faceId')}
      />
      <SelectField
        label={t('visit.why')}
        options={VISIT_WHYS.map((value) => ({ value, label: t(`visit.why.${value}`) }))}
        {...register('why')}
      />
      {why === 'call-back' ? (
        <div className="grid grid-cols-2 gap-3 max-[719px]:grid-cols-1">
          <TextField label={t('visit.seen-on')} type="date" fault={errors.seenOn?.message} {...register('seenOn')} />
          <TextField label={t('visit.told-on')} type="date" fault={errors.toldOn?.message} {...register('toldOn')} />
        </div>
      ) : null}
      <SelectField
        label={t('visit.wet')}
        fault={errors.wet?.message}
        options={[{ value: '', label: t('visit.choose') }, ...VISIT_WETS.map((value) => ({ value, label: t(`visit.wet.${value}`) }))]}
        {...register('wet')}
      />
      {wet === 'leaks' ? <p className="font-medium">{t('visit.leak-next')}</p> : null}
      <fieldset>
        <legend className="text-[13px]">{t('visit.found')}</legend>
        {voids.map((by) => (
          <label key={by} className="flex min-h-9 items-center gap-2 max-[719px]:min-h-14">
            <input type="checkbox" className="size-5" {...register(`found.${by}`)} />
            {t(`voided.${by}`)}
          </label>
        ))}
      </fieldset>
      <TextArea label={t('visit.note')} maxLength={2000} fault={errors.note?.message} {...register('note')} />
      <FormFoot fault={errors.root?.message} label={t('visit.do')} className="self-start max-[719px]:h-14 max-[719px]:self-stretch" />
    </form>
  );
}
