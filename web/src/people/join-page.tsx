import '../messages/later';
import { AcceptInvitationDto, type InvitationOffer, checkShape } from '@caulkhorn/contract';
import type { Issue } from '@caulkhorn/core/issues';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { Loading } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { refusalOf } from '../shared/refusal';
import { GatePage } from './gate-page';

/** Where an invitation leads. Its token stands behind the # and is never part of an address that anyone logs. */
export function JoinPage() {
  const token = location.hash.slice(1);
  const [isDone, setDone] = useState(false);
  const offer = useQuery({
    queryKey: ['invitation', token],
    queryFn: () => api.post<InvitationOffer>('/invitations/look', { token }),
    enabled: token !== '' && !isDone,
    retry: false,
    refetchOnWindowFocus: false,
  });
  if (isDone)
    return (
      <GatePage title={t('join.done')}>
        <p role="status">{t('join.done-about')}</p>
        <a href="/" className="underline underline-offset-4">
          {t('sign-in.do')}
        </a>
      </GatePage>
    );
  if (offer.isLoading)
    return (
      <GatePage title={t('join.title')}>
        <Loading what={t('join.title')} />
      </GatePage>
    );
  if (!offer.data)
    return (
      <GatePage title={t('join.title')}>
        <p role="alert" className="font-medium text-iron">
          {offer.error instanceof ApiError && offer.error.isAway ? t('sign-in.away') : t('join.link-spent')}
        </p>
      </GatePage>
    );
  return (
    <GatePage title={t('join.to', { organisation: offer.data.organisation })}>
      <JoinForm token={token} offer={offer.data} onDone={() => setDone(true)} onSpent={() => void offer.refetch()} />
    </GatePage>
  );
}

function JoinForm({ token, offer, onDone, onSpent }: { token: string; offer: InvitationOffer; onDone(): void; onSpent(): void }) {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { name: offer.name, password: '', code: '' } });
  const [wantsCode, setWantsCode] = useState(false);
  const faults = formState.errors;
  const join = handleSubmit(async ({ name, password, code }) => {
    const sent = { token, name: name.trim(), password, ...(wantsCode ? { code: code.replace(/\s/g, '') } : {}) };
    const shape = checkShape(AcceptInvitationDto, sent);
    const show = (issues: readonly Issue[]) => {
      for (const found of issues) setError(found.path as 'name', { message: faultText(found) });
    };
    if (!shape.ok) return show(shape.issues);
    try {
      await api.post('/invitations/accept', sent);
      history.replaceState(null, '', '/join');
      onDone();
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      if (fault.code === 'invalid') return show(fault.issues());
      if (fault.code === 'code-wanted') setWantsCode(true);
      if (fault.code === 'link-spent' || fault.code === 'account-appeared') return onSpent();
      const isSignIn = fault.code === 'code-wanted' || fault.code === 'wrong-sign-in';
      setError('root', { message: isSignIn ? tOf(`sign-in.${fault.code}`) : refusalOf(fault) });
    }
  });
  return (
    <form onSubmit={(event) => void join(event)} noValidate className="flex flex-col gap-4">
      <p>{t('join.as', { role: tOf(`account.role.${offer.standing}`), email: offer.email })}</p>
      <p className="text-soft">{t(offer.hasAccount ? 'join.with-account' : 'join.without-account')}</p>
      {offer.hasAccount ? null : (
        <TextField label={t('people.name')} autoComplete="name" fault={faults.name?.message} {...register('name')} />
      )}
      <TextField
        label={t(offer.hasAccount ? 'field.password' : 'account.next')}
        type="password"
        autoComplete={offer.hasAccount ? 'current-password' : 'new-password'}
        fault={faults.password?.message}
        {...register('password')}
      />
      {wantsCode ? (
        <TextField
          label={t('account.code')}
          inputMode="numeric"
          autoComplete="one-time-code"
          fault={faults.code?.message}
          {...register('code')}
        />
      ) : null}
      <FormFoot fault={faults.root?.message} label={t('join.do')} size="large" disabled={formState.isSubmitting} />
    </form>
  );
}
