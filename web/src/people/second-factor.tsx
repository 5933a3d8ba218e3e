import '../messages/later';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { t } from '../messages/t';
import { api } from '../shared/api';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { Failed, Loading } from '../shared/ui/states';
import { refusalOf } from '../shared/refusal';

interface Pending {
  secret: string;
  /** the picture that an authenticator scans */ picture: string;
}

/** Switches the second factor on, by a code that proves the authenticator has it, and off. Both want the password. */
export function SecondFactor() {
  const client = useQueryClient();
  const state = useQuery({
    queryKey: ['account', 'second-factor'],
    queryFn: ({ signal }) => api.get<{ isOn: boolean }>('/account/second-factor', signal),
  });
  const [pending, setPending] = useState<Pending | null>(null);
  if (state.isPending) return <Loading what={t('account.second')} />;
  if (!state.data) return <Failed fault={state.error} retry={() => void state.refetch()} />;
  const again = () => void client.invalidateQueries({ queryKey: ['account'] });
  if (state.data.isOn)
    return (
      <>
        <p>{t('account.second-on')}</p>
        <Ask
          key="off"
          name="password"
          label={t('account.second-drop')}
          send={async (password) => {
            await api.delete('/account/second-factor', { password });
            again();
          }}
        />
      </>
    );
  if (!pending)
    return (
      <Ask
        key="begin"
        name="password"
        label={t('account.second-begin')}
        send={async (password) => {
          const { secret, uri } = await api.post<{ secret: string; uri: string }>('/account/second-factor', { password });
          const { toDataURL } = await import('qrcode');
          setPending({ secret, picture: await toDataURL(uri, { margin: 2, width: 200 }) });
        }}
      />
    );
  return (
    <>
      <p>{t('account.second-scan')}</p>
      <img src={pending.picture} alt="" width={200} height={200} className="border border-rule-strong" />
      <p className="text-[13px]">
        {t('account.second-secret')}: <code className="break-all">{pending.secret}</code>
      </p>
      <Ask
        key="confirm"
        name="code"
        label={t('account.second-confirm')}
        send={async (code) => {
          await api.put('/account/second-factor', { code: code.replace(/\s/g, '') });
          setPending(null);
          again();
        }}
      />
    </>
  );
}

interface AskProps {
  name: 'password' | 'code';
  label: string;
  send(value: string): Promise<void>;
}

/** One field and a button. */
function Ask({ name, label, send }: AskProps) {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { value: '' } });
  const ask = handleSubmit(({ value }) => send(value).catch((fault: unknown) => setError('value', { message: refusalOf(fault) })));
  return (
    <form onSubmit={(event) => void ask(event)} noValidate className="flex flex-col gap-3">
      <TextField
        label={t(name === 'code' ? 'account.code' : 'field.password')}
        type={name === 'code' ? 'text' : 'password'}
        inputMode={name === 'code' ? 'numeric' : undefined}
        autoComplete={name === 'code' ? 'one-time-code' : 'current-password'}
        fault={formState.errors.value?.message}
        {...register('value')}
      />
      <FormFoot label={label} disabled={formState.isSubmitting} />
    </form>
  );
}
