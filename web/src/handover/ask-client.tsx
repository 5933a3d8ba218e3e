import { AskToSignDto, type MadeSigningLink, type SigningLink, checkShape } from '@caulkhorn/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { refusalOf } from '../shared/refusal';
import { dayOnly, fullTime } from '../shared/times';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { OneTimeLink } from '../shared/ui/one-time-link';
import { Failed, Loading } from '../shared/ui/states';
import { useKeptForm } from '../shared/use-kept-form';

/** Clients who are elsewhere and sign by a link: asked, and what became of it. */
export function AskClient() {
  const { path, model } = useJob(parts('path', 'model'));
  const { timeZone } = model.job;
  const client = useQueryClient();
  const queryKey = ['signing-links', path];
  const links = useQuery({ queryKey, queryFn: ({ signal }) => api.get<SigningLink[]>(`${path}/signing-links`, signal) });
  const [made, setMade] = useState<{ name: string; link: MadeSigningLink } | null>(null);
  const again = () => client.invalidateQueries({ queryKey });
  const withdraw = useMutation({
    mutationFn: (id: string) => api.delete(`${path}/signing-links/${id}`),
    onError: (fault) => toast.error(refusalOf(fault)),
    onSettled: again,
  });
  return (
    <section aria-label={t('ask.title')} className="mt-4 flex flex-col gap-2 border-t border-rule pt-2">
      <h3 className="font-semibold">{t('ask.title')}</h3>
      <p className="text-[13px] text-soft">{t('ask.how')}</p>
      {links.isPending ? <Loading what={t('ask.title')} /> : null}
      {links.isError && !links.data ? <Failed fault={links.error} retry={() => void links.refetch()} /> : null}
      <ul>
        {links.data?.map(({ id, name, firm, madeBy, expiresAt, openedAt, state }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
            <span className="min-w-[12rem] flex-1">
              <b>{firm ? `${name}, ${firm}` : name}</b> · {t(`ask.state.${state}`)}
              <span className="block text-[13px] text-soft">
                {t('ask.by', { by: madeBy, day: dayOnly(expiresAt, timeZone) })}
                {openedAt ? ` · ${t('ask.opened', { when: fullTime(openedAt, timeZone) })}` : ''}
              </span>
            </span>
            {state === 'open' || state === 'locked' ? (
              <Button size="small" className="max-[719px]:h-14" onClick={() => withdraw.mutate(id)}>
                {t('ask.withdraw')}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {made ? (
        <>
          <OneTimeLink label={t('ask.link-for', { name: made.name })} address={`${location.origin}/sign#${made.link.token}`} />
          <p>
            {t('ask.code')} <b className="font-mono text-lg tracking-widest">{made.link.code}</b>
          </p>
        </>
      ) : null}
      <AskForm
        onMade={(name, link) => {
          setMade({ name, link });
          void again();
        }}
      />
    </section>
  );
}

function AskForm({ onMade }: { onMade(name: string, link: MadeSigningLink): void }) {
  const { path } = useJob(parts('path'));
  const [isOpen, setOpen] = useState(false);
  const form = useKeptForm(`ask to sign ${path}`, { name: '', firm: '' });
  const { errors, isSubmitting } = form.formState;
  const ask = form.handleSubmit(async ({ name, firm }) => {
    const asked = { name: name.trim(), ...(firm.trim() ? { firm: firm.trim() } : {}) };
    const shape = checkShape(AskToSignDto, asked);
    if (!shape.ok) return form.showIssues(shape.issues);
    try {
      const link = await api.post<MadeSigningLink>(`${path}/signing-links`, asked);
      form.forget();
      form.reset({ name: '', firm: '' });
      setOpen(false);
      onMade(asked.name, link);
    } catch (fault) {
      form.showRefusal(fault);
    }
  });
  if (!isOpen)
    return (
      <Button className="self-start max-[719px]:h-14 max-[719px]:self-stretch" onClick={() => setOpen(true)}>
        {t('ask.open')}
      </Button>
    );
  return (
    <form onSubmit={(event) => void ask(event)} noValidate className="flex flex-col gap-3 border border-rule bg-raised p-3">
      <TextField label={t('ask.name')} maxLength={70} autoComplete="off" fault={errors.name?.message} {...form.register('name')} />
      <TextField label={t('glass.firm')} maxLength={48} autoComplete="off" fault={errors.firm?.message} {...form.register('firm')} />
      <FormFoot fault={errors.root?.message} label={t('ask.do')} className="self-start max-[719px]:h-14" disabled={isSubmitting} />
    </form>
  );
}
