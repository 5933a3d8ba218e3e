import { PERMIT_KINDS, type Permit, type PermitKind } from '@caulkhorn/core/jobs';
import { permitsMissing } from '@caulkhorn/core/planning';
import { ShieldCheck, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { dayAndTime, fromLocalField } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import type { Board } from './use-board';

/** Permits of the job: which there are, until when, and a new one; work before it holds waits for it. */
export function Permits({ board }: { board: Board }) {
  const { model, can, putHead } = useJob(parts('model', 'can', 'putHead'));
  const [isOpen, setOpen] = useState(false);
  const now = useNow(60_000);
  const { permits = [], timeZone } = model.job;
  const { wanted } = useMissing(board);
  if (permits.length === 0 && !wanted) return null;
  const keep = (next: Permit[]) => {
    const { permits: _, ...job } = model.job;
    putHead(next.length > 0 ? { ...job, permits: next } : job);
  };
  const roomOf = (id: string | undefined) => model.spaces.find((space) => space.id === id)?.name ?? t('permit.whole-job');
  return (
    <>
      <Button size="small" className="max-[719px]:h-14" onClick={() => setOpen(true)}>
        <ShieldCheck size={14} aria-hidden /> {t('permit.open', { n: permits.length })}
      </Button>
      <Dialog open={isOpen} onOpenChange={setOpen} title={t('permit.title')}>
        <div className="flex flex-col gap-3">
          {permits.length === 0 ? <p>{t('permit.none')}</p> : null}
          <ul>
            {permits.map((permit) => {
              const isOver = Date.parse(permit.until) <= now;
              return (
                <li key={permit.id} className="flex items-center gap-3 border-b border-rule py-1.5">
                  <span className="flex-1">
                    <b className="font-semibold">{t(`permit.${permit.kind}`)}</b> {permit.number}, {roomOf(permit.spaceId)}
                    <span className={`block text-[13px] ${isOver ? 'font-medium text-iron' : 'text-soft'}`}>
                      {dayAndTime(permit.from, timeZone)} – {dayAndTime(permit.until, timeZone)}
                      {isOver ? `, ${t('permit.over')}` : ''}
                    </span>
                  </span>
                  {can('plan') ? (
                    <Button
                      size="small"
                      look="quiet"
                      aria-label={t('permit.remove', { number: permit.number })}
                      onClick={() => keep(permits.filter((each) => each !== permit))}
                    >
                      <X size={15} aria-hidden />
                    </Button>
                  ) : null}
                </li>
              );
            })}
          </ul>
          {can('plan') ? <NewPermit onAdd={(permit) => keep([...permits, permit])} /> : null}
          <p className="text-[13px] text-soft">{t('permit.how')}</p>
        </div>
      </Dialog>
    </>
  );
}

function NewPermit({ onAdd }: { onAdd(permit: Permit): void }) {
  const { model } = useJob(parts('model'));
  const { timeZone } = model.job;
  const [kind, setKind] = useState<PermitKind>(PERMIT_KINDS[0]);
  const [texts, setTexts] = useState({ number: '', from: '', until: '', spaceId: '' });
  const [from, until] = [texts.from, texts.until].map((text) => fromLocalField(text, timeZone));
  const isSound = texts.number.trim() !== '' && from !== undefined && until !== undefined && from < until;
  const field = (name: keyof typeof texts) => ({
    value: texts[name],
    onChange: ({ target }: { target: { value: string } }) => setTexts({ ...texts, [name]: target.value }),
  });
  return (
    <form
      className="grid grid-cols-2 gap-2.5 max-[719px]:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isSound) return;
        const { number, spaceId } = texts;
        onAdd({ id: v4(), kind, number: number.trim(), from, until, ...(spaceId === '' ? {} : { spaceId }) });
        setTexts({ number: '', from: '', until: '', spaceId: '' });
      }}
    >
      <SelectField
        label={t('permit.kind')}
        value={kind}
        options={PERMIT_KINDS.map((each) => ({ value: each, label: t(`permit.${each}`) }))}
        onChange={({ target }) => setKind(target.value as PermitKind)}
      />
      <TextField label={t('permit.number')} maxLength={80} {...field('number')} />
      <TextField
        label={t('permit.from')}
        type="datetime-local"
        {...field('from')}
        fault={from !== undefined && until !== undefined && from >= until ? t('permit.ends-before') : undefined}
      />
      <TextField label={t('permit.until')} type="datetime-local" {...field('until')} />
      <SelectField
        label={t('permit.room')}
        options={[{ value: '', label: t('permit.whole-job') }, ...model.spaces.map(({ id, name }) => ({ value: id, label: name }))]}
        {...field('spaceId')}
      />
      <Button type="submit" className="self-end" disabled={!isSound}>
        {t('permit.add')}
      </Button>
    </form>
  );
}

function useMissing({ shown, workItems }: Board) {
  const { model } = useJob(parts('model'));
  const missing = useMemo(() => permitsMissing(shown, workItems, model), [shown, workItems, model]);
  return { missing, wanted: missing.length > 0 };
}

/** Work that no permit covers when it is planned: a hold point, told before anybody is sent. */
export function PermitsMissing({ board }: { board: Board }) {
  const { model } = useJob(parts('model'));
  const { missing } = useMissing(board);
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  if (missing.length === 0) return null;
  return (
    <div className="mb-1.5 border-l-4 border-iron bg-iron-soft px-2.5 py-1 font-medium">
      {missing.map(({ kind, isNone, faceIds, firstMs }) => (
        <p key={`${kind} ${isNone}`}>
          {t(isNone ? 'permit.missing' : 'permit.ends', {
            permit: t(`permit.${kind}`),
            faces: faceIds.map((id) => marks.get(id)).join(', '),
            at: dayAndTime(firstMs, model.job.timeZone),
          })}
        </p>
      ))}
    </div>
  );
}
