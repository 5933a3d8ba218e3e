import { type SessionInfo, SignInDto, checkShape } from '@caulkhorn/contract';
import { useQueryClient } from '@tanstack/react-query';
import { Suspense, lazy, useState } from 'react';
import { useForm } from 'react-hook-form';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { arriveAs } from '../shared/arrive';
import { drawersHere } from '../shared/drawers';
import { Button } from '../shared/ui/button';
import { FormFoot } from '../shared/ui/form-foot';
import { TextField } from '../shared/ui/field';
import { faultText } from '../shared/fault-text';
import { Mark } from '../shared/ui/mark';

interface Texts {
  email: string;
  password: string;
  code: string;
}

const DrawersHere = lazy(() => import('../job/drawers-here').then((m) => ({ default: m.DrawersHere })));

/** Where nobody is signed in: on a shared device by the PIN of whoever works here, else by address and password. */
export function SignInPage() {
  const client = useQueryClient();
  const [drawers, setDrawers] = useState(drawersHere);
  const [wantsPassword, setWantsPassword] = useState(false);
  const isByPin = drawers.length > 0 && !wantsPassword;
  return (
    <main id="content" className="grid min-h-full grid-cols-[1.1fr_1fr] max-[719px]:grid-cols-1">
      <section className="flex flex-col justify-between bg-bar p-10 text-bar-ink max-[719px]:p-6">
        <p className="flex items-center gap-3 text-2xl font-bold">
          <Mark size={36} /> Caulkhorn
        </p>
        <div className="max-w-md max-[719px]:mt-4">
          <p className="text-3xl leading-10 font-semibold max-[719px]:text-xl max-[719px]:leading-7">{t('sign-in.promise')}</p>
          <p className="mt-4 text-base leading-6 opacity-80 max-[719px]:hidden">{t('sign-in.about')}</p>
        </div>
        <p className="text-[13px] opacity-70 max-[719px]:hidden">{t('advice-not-approval')}</p>
      </section>
      <div className="flex w-full max-w-sm flex-col gap-4 self-center justify-self-center p-6">
        {isByPin ? (
          <>
            <h1 className="text-xl font-semibold">{t('sign-in.who')}</h1>
            <Suspense>
              <DrawersHere drawers={drawers} onOpened={(session) => arriveAs(session, client)} onShut={() => setDrawers(drawersHere())} />
            </Suspense>
          </>
        ) : (
          <PasswordForm />
        )}
        {drawers.length > 0 ? (
          <Button className="max-[719px]:h-14" onClick={() => setWantsPassword(isByPin)}>
            {t(isByPin ? 'sign-in.by-password' : 'sign-in.by-pin')}
          </Button>
        ) : null}
        <a href="/enrol" className="flex min-h-9 items-center underline underline-offset-4 max-[719px]:min-h-14">
          {t('sign-in.by-code')}
        </a>
      </div>
    </main>
  );
}

function PasswordForm() {
  const client = useQueryClient();
  const { register, handleSubmit, setError, formState } = useForm<Texts>({ defaultValues: { email: '', password: '', code: '' } });
  /** the password was right, and the account has a second factor */
  const [wantsCode, setWantsCode] = useState(false);
  const faults = formState.errors;

  const signIn = handleSubmit(async ({ code, ...texts }) => {
    const sent = wantsCode ? { ...texts, code: code.replace(/\s/g, '') } : texts;
    const shape = checkShape(SignInDto, sent);
    if (!shape.ok) {
      for (const found of shape.issues) setError(found.path as keyof Texts, { message: faultText(found) });
      return;
    }
    try {
      await arriveAs(await api.post<SessionInfo>('/session', sent), client);
    } catch (fault) {
      const why = fault instanceof ApiError ? (fault.isAway ? 'away' : fault.code) : 'fault';
      if (why === 'code-wanted') setWantsCode(true);
      setError('root', { message: tOf(`sign-in.${why}`) });
    }
  });

  return (
    <form onSubmit={(event) => void signIn(event)} noValidate className="flex flex-col gap-4">
      <h1 className="text-xl font-semibold">{t('sign-in.title')}</h1>
      <TextField label={t('field.email')} type="email" autoComplete="username" fault={faults.email?.message} {...register('email')} />
      <TextField
        label={t('field.password')}
        type="password"
        autoComplete="current-password"
        fault={faults.password?.message}
        {...register('password')}
      />
      {wantsCode ? (
        <TextField
          label={t('field.code')}
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          fault={faults.code?.message}
          {...register('code')}
        />
      ) : null}
      <FormFoot fault={faults.root?.message} label={t('sign-in.do')} size="large" className="" disabled={formState.isSubmitting} />
    </form>
  );
}
