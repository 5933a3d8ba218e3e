import { isPlateSo } from '@caulkhorn/core/proof';
import type { LogLine } from '@caulkhorn/core/site-log';
import { MakePlateDto, type Plate, checkShape } from '@caulkhorn/contract';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { refusalOf } from '../shared/refusal';
import { dayOnly } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button, buttonClass } from '../shared/ui/button';
import { SelectField, TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { Failed, Loading } from '../shared/ui/states';
import { useKeptForm } from '../shared/use-kept-form';
import { plateAddress, usePlates } from './use-plates';

const ALL = '';

/** Plates for the wall: made, printed, published anew, taken back. */
export function PlatesPanel() {
  const { plates, again } = usePlates();
  return (
    <section aria-label={t('plate.title')} className="mt-4 flex flex-col gap-2 border-t border-rule pt-2">
      <h3 className="font-semibold">{t('plate.title')}</h3>
      <p className="text-[13px] text-soft">{t('plate.how')}</p>
      {plates.isPending ? <Loading what={t('plate.title')} /> : null}
      {plates.isError && !plates.data ? <Failed fault={plates.error} retry={() => void plates.refetch()} /> : null}
      {plates.data?.length === 0 ? <p className="text-soft">{t('plate.none')}</p> : null}
      <ul>
        {plates.data?.map((plate) => (
          <PlateLine key={plate.id} plate={plate} again={() => void again()} />
        ))}
      </ul>
      <PlateForm onMade={() => void again()} />
    </section>
  );
}

function PlateLine({ plate, again }: { plate: Plate; again(): void }) {
  const { path, organisationId, jobId } = useJob(parts('path', 'organisationId', 'jobId'));
  const { model, revision, lines } = useJob(parts('model', 'revision', 'lines'));
  const { timeZone } = model.job;
  const nowMs = useNow(60_000);
  const { id, contact, madeBy, faceId, says } = plate;
  const isSo = useMemo(() => {
    const received = lines.filter((line): line is LogLine => line.receipt !== null);
    return isPlateSo(says, { revision, lines: received, readings: model.readings, nowMs }, faceId ?? undefined);
  }, [says, revision, lines, model.readings, nowMs, faceId]);
  const onError = (fault: unknown) => toast.error(refusalOf(fault));
  const renew = useMutation({
    mutationFn: () => api.put(`${path}/plates/${id}`, { contact }),
    onSuccess: () => toast(t('plate.renewed')),
    onError,
    onSettled: again,
  });
  const withdraw = useMutation({ mutationFn: () => api.delete(`${path}/plates/${id}`), onError, onSettled: again });
  const [isSure, setSure] = useState(false);
  return (
    <li className="border-b border-rule py-1.5">
      <b>{faceId === null ? t('plate.all') : says.faces.map(({ mark, name }) => `${mark} ${name}`).join(', ')}</b>
      <span className="block text-[13px] text-soft">
        {t('plate.as-of', { day: dayOnly(says.asOf, timeZone), by: madeBy })} · {contact}
      </span>
      {isSo ? null : <span className="block font-medium text-ochre">{t('plate.old')}</span>}
      <span className="mt-1 flex flex-wrap gap-2">
        <a href={plateAddress(plate)} target="_blank" rel="noreferrer" className={buttonClass('outline', 'small')}>
          {t('plate.page')}
        </a>
        <Link to={`/o/${organisationId}/jobs/${jobId}/plate/${id}`} className={buttonClass('outline', 'small')}>
          {t('plate.print')}
        </Link>
        <Button size="small" disabled={renew.isPending} onClick={() => renew.mutate()}>
          {t('plate.renew')}
        </Button>
        <Button size="small" look="quiet" aria-expanded={isSure} onClick={() => setSure(!isSure)}>
          {t('plate.withdraw')}
        </Button>
      </span>
      {isSure ? (
        <span className="mt-1 flex flex-wrap items-center gap-2">
          {t('plate.withdraw-sure')}
          <Button size="small" disabled={withdraw.isPending} onClick={() => withdraw.mutate()}>
            {t('yes')}
          </Button>
          <Button size="small" onClick={() => setSure(false)}>
            {t('no')}
          </Button>
        </span>
      ) : null}
    </li>
  );
}

function PlateForm({ onMade }: { onMade(): void }) {
  const { path, revision } = useJob(parts('path', 'revision'));
  const [isOpen, setOpen] = useState(false);
  const form = useKeptForm(`plate ${path}`, { faceId: ALL, contact: '' });
  const { errors, isSubmitting } = form.formState;
  const coated = [...(revision?.decided?.faces ?? [])].filter(({ family }) => family !== undefined).sort((a, b) => a.place - b.place);
  const make = form.handleSubmit(async ({ faceId, contact }) => {
    const asked = { contact: contact.trim(), ...(faceId === ALL ? {} : { faceId }) };
    const shape = checkShape(MakePlateDto, asked);
    if (!shape.ok) return form.showIssues(shape.issues);
    try {
      await api.post(`${path}/plates`, asked);
      form.forget();
      form.reset({ faceId: ALL, contact });
      setOpen(false);
      onMade();
    } catch (fault) {
      form.showRefusal(fault);
    }
  });
  if (!isOpen)
    return (
      <Button className="self-start max-[719px]:h-14 max-[719px]:self-stretch" onClick={() => setOpen(true)}>
        {t('plate.open')}
      </Button>
    );
  return (
    <form onSubmit={(event) => void make(event)} noValidate className="flex flex-col gap-3 border border-rule bg-raised p-3">
      <SelectField
        label={t('plate.of')}
        options={[
          { value: ALL, label: t('plate.all') },
          ...coated.map(({ faceId, mark, name }) => ({ value: faceId, label: `${mark} ${name}` })),
        ]}
        fault={errors.faceId?.message}
        {...form.register('faceId')}
      />
      <TextField
        label={t('plate.contact')}
        hint={t('plate.contact-how')}
        maxLength={200}
        autoComplete="off"
        fault={errors.contact?.message}
        {...form.register('contact')}
      />
      <FormFoot fault={errors.root?.message} label={t('plate.do')} className="self-start max-[719px]:h-14" disabled={isSubmitting} />
    </form>
  );
}
