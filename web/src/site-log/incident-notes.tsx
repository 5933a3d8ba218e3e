import '../messages/later';
import { INCIDENT_KINDS, type Incident, IncidentDto, type IncidentKind, checkShape } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { v4 } from 'uuid';
import { parts, useJob } from '../job/job-context';
import { t, tOf } from '../messages/t';
import { api } from '../shared/api';
import { faultText } from '../shared/fault-text';
import { dayAndTime, fromLocalField, localField } from '../shared/times';
import { trueNow } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { FormFoot } from '../shared/ui/form-foot';
import { TextArea, TextField } from '../shared/ui/field';
import { PickField } from '../shared/ui/pick-field';
import { useKeptForm } from '../shared/use-kept-form';
import { useNow } from '../shared/use-now';
import { useIncidentOutbox } from './incident-outbox';

/** As the server has it: a clock may be ahead by so much. */
const SLACK_MS = 10 * MINUTE_MS;

/** Accidents and near misses: help first, then a few words, apart from the log and for few eyes. */
export function IncidentNotes() {
  const { can, path } = useJob(parts('can', 'path'));
  const [isOpen, setOpen] = useState(false);
  const { outbox, state } = useIncidentOutbox();
  const queryKey = ['incidents', path];
  const notes = useQuery({ queryKey, queryFn: ({ signal }) => api.get<Incident[]>(`${path}/incidents`, signal), enabled: isOpen });
  if (!can('log')) return null;
  const waiting = state.pending.filter((each) => each.path === path && !state.keeping.includes(each.id));
  const refused = state.refused.filter(({ command }) => command.path === path);
  return (
    <details className="border-y border-rule" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold max-[719px]:min-h-14">
        {t('incident.title')}
        {waiting.length + refused.length > 0 ? (
          <span className="ml-2 font-normal text-ochre">{t('incident.waits', { n: waiting.length + refused.length })}</span>
        ) : null}
      </summary>
      {isOpen ? (
        <div className="flex flex-col gap-3 pb-3">
          <p role="note" className="border-l-4 border-iron bg-iron-soft px-3 py-2 font-medium">
            {t('incident.first')}
          </p>
          <NoteForm />
          {waiting.length > 0 ? (
            <section aria-label={t('incident.waiting')} className="border-l-4 border-ochre bg-ochre-soft px-3 py-1">
              <p className="font-medium">{t('incident.waits-how')}</p>
              <NoteList label={t('incident.waiting')} notes={waiting.map(({ note }) => note)} />
            </section>
          ) : null}
          {refused.map(({ command: { id, note }, code, fields }) => (
            <section key={id} role="alert" className="border-l-4 border-iron bg-iron-soft px-3 py-1">
              <p className="font-medium text-iron">{Object.values(fields).flat().map(faultText).join(' ') || tOf(`failed.${code}.text`)}</p>
              <NoteList label={t('incident.not-taken')} notes={[note]} />
              <Button onClick={() => void outbox.discard(id)}>{t('refused.discard')}</Button>
            </section>
          ))}
          {notes.isError && !notes.data ? <p className="text-soft">{t('incident.not-read')}</p> : null}
          {notes.data && notes.data.length > 0 ? <NoteList label={t('incident.written')} notes={notes.data} /> : null}
          <p className="text-[13px] text-soft">{t(can('read-incidents') ? 'incident.who-all' : 'incident.who-own')}</p>
        </div>
      ) : null}
    </details>
  );
}

function NoteForm() {
  const { path } = useJob(parts('path'));
  const { timeZone } = useJob((job) => job.model.job);
  const now = useNow(60_000);
  const fresh = () => ({
    id: v4(),
    kind: 'near-miss' as IncidentKind,
    at: localField(now, timeZone),
    what: '',
    place: '',
    hurt: '',
    done: '',
  });
  const form = useKeptForm(`incident ${path}`, fresh());
  const { register, formState, watch, setValue } = form;
  const { errors, isSubmitting } = formState;
  const { outbox } = useIncidentOutbox();
  const kind = watch('kind');
  const save = form.handleSubmit(async ({ id, kind, at, what, place, hurt, done }) => {
    const told = { place, hurt: kind === 'accident' ? hurt : '', done };
    const given = Object.entries(told).flatMap(([name, text]) => (text.trim() === '' ? [] : [[name, text.trim()] as const]));
    const note = { id, kind, happenedAt: fromLocalField(at, timeZone) ?? '', what: what.trim(), ...Object.fromEntries(given) };
    const shape = checkShape(IncidentDto, note);
    if (!shape.ok) return form.showIssues(shape.issues.map((found) => (found.path === 'happenedAt' ? { ...found, path: 'at' } : found)));
    if (Date.parse(shape.value.happenedAt) > trueNow() + SLACK_MS) return form.showIssues([{ code: 'in-the-future', path: 'at' }]);
    try {
      await outbox.add({ id, path, note: shape.value });
    } catch {
      // what was typed stays until it is kept for good
      return form.setError('root', { message: t('outbox.not-kept') });
    }
    form.forget();
    form.reset(fresh());
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="flex flex-col gap-2.5" aria-label={t('incident.new')}>
      <PickField
        label={t('incident.kind')}
        value={kind}
        options={INCIDENT_KINDS.map((each) => ({ value: each, label: t(`incident.kind.${each}`) }))}
        onPick={(value) => setValue('kind', value as IncidentKind, { shouldDirty: true })}
      />
      <TextField label={t('incident.at')} type="datetime-local" fault={errors.at?.message} {...register('at')} />
      <TextArea label={t('incident.what')} rows={3} fault={errors.what?.message} {...register('what')} />
      {kind === 'accident' ? <TextArea label={t('incident.hurt')} fault={errors.hurt?.message} {...register('hurt')} /> : null}
      <TextField label={t('incident.place')} fault={errors.place?.message} {...register('place')} />
      <TextArea label={t('incident.done')} fault={errors.done?.message} {...register('done')} />
      <FormFoot fault={errors.root?.message} label={t('incident.send')} disabled={isSubmitting} />
    </form>
  );
}

function NoteList({ label, notes }: { label: string; notes: readonly (IncidentDto & Partial<Incident>)[] }) {
  const { timeZone } = useJob((job) => job.model.job);
  return (
    <ul aria-label={label}>
      {notes.map(({ id, kind, happenedAt, writtenBy, what, hurt, place, done }) => (
        <li key={id} className="border-t border-rule py-2">
          <b>{t(`incident.kind.${kind}`)}</b>, {dayAndTime(happenedAt, timeZone)}
          {place ? `, ${place}` : ''}
          <span className="block whitespace-pre-line">{what}</span>
          {hurt ? <span className="block">{t('incident.hurt-line', { hurt })}</span> : null}
          {done ? <span className="block">{t('incident.done-line', { done })}</span> : null}
          {writtenBy ? <span className="block text-[13px] text-soft">{t('incident.by', { name: writtenBy })}</span> : null}
        </li>
      ))}
    </ul>
  );
}
