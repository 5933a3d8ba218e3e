import '../messages/later';
import { ResetPasswordDto, checkShape } from '@caulkhorn/contract';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { faultText } from '../shared/fault-text';
import { Mark } from '../shared/ui/mark';

/** Where a one-time link leads. Its token stands behind the # and is never part of an address that anyone logs. */
export function ResetPage() {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { password: '' } });
  const [isDone, setDone] = useState(false);
  const token = location.hash.slice(1);
  const set = handleSubmit(async ({ password }) => {
    const shape = checkShape(ResetPasswordDto, { token, password });
    if (!shape.ok) {
      const [found] = shape.issues;
      return setError(found?.path === 'password' ? 'password' : 'root', {
        message: found?.path === 'password' ? faultText(found) : t('reset.link-spent'),
      });
    }
    try {
      await api.post('/account/reset', { token, password });
      history.replaceState(null, '', '/reset');
      setDone(true);
    } catch (fault) {
      const why =
        fault instanceof ApiError && fault.code === 'link-spent'
          ? 'reset.link-spent'
          : `sign-in.${fault instanceof ApiError && fault.isAway ? 'away' : 'fault'}`;
      setError('root', { message: tOf(why) });
    }
  });
  return (
    <main id="content" className="mx-auto flex max-w-sm flex-col gap-4 p-6">
      <p className="flex items-center gap-3 text-xl font-bold">
        <Mark /> Caulkhorn
      </p>
      <h1 className="text-xl font-semibold">{t('reset.title')}</h1>
      {isDone ? (
        <>
          <p role="status">{t('reset.done')}</p>
          <a href="/" className="underline underline-offset-4">
            {t('sign-in.do')}
          </a>
        </>
      ) : (
        <form onSubmit={(event) => void set(event)} noValidate className="flex flex-col gap-4">
          <p className="text-soft">{t('reset.about')}</p>
          <TextField
            label={t('account.next')}
            type="password"
            autoComplete="new-password"
            fault={formState.errors.password?.message}
            {...register('password')}
          />
          <FormFoot
            fault={formState.errors.root?.message}
            label={t('reset.do')}
            size="large"
            className=""
            disabled={formState.isSubmitting}
          />
        </form>
      )}
    </main>
  );
}
