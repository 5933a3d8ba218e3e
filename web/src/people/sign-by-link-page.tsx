import '../messages/later';
import { OpenSigningDto, type OpenedSigning, type SigningOffer, checkShape } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { t } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { hasSignedIn } from '../shared/arrive';
import { faultText } from '../shared/fault-text';
import { refusalOf } from '../shared/refusal';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { Loading } from '../shared/ui/states';
import { GatePage } from './gate-page';

/** Where the link leads that a client was given. Its token stands behind the # and is never part of an address that anyone logs. */
export function SignByLinkPage() {
  const token = location.hash.slice(1);
  const offer = useQuery({
    queryKey: ['signing-link', token],
    queryFn: () => api.post<SigningOffer>('/signing/look', { token }),
    enabled: token !== '',
    retry: false,
    refetchOnWindowFocus: false,
  });
  return (
    <GatePage title={t('by-link.title')}>
      {offer.isLoading ? <Loading what={t('by-link.title')} /> : null}
      {offer.data ? <CodeForm token={token} offer={offer.data} onSpent={() => void offer.refetch()} /> : null}
      {offer.isError || token === '' ? (
        <p role="alert" className="font-medium text-iron">
          {offer.error instanceof ApiError && offer.error.isAway ? t('sign-in.away') : t('by-link.link-spent')}
        </p>
      ) : null}
    </GatePage>
  );
}

function CodeForm({ token, offer, onSpent }: { token: string; offer: SigningOffer; onSpent(): void }) {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { code: '' } });
  const open = handleSubmit(async ({ code }) => {
    const sent = { token, code: code.replace(/\s/g, '') };
    const shape = checkShape(OpenSigningDto, sent);
    if (!shape.ok) return setError('code', { message: faultText(shape.issues[0]!) });
    try {
      const { organisationId, jobId } = await api.post<OpenedSigning>('/signing/open', sent);
      hasSignedIn();
      // the token goes with the page
      location.replace(`/o/${organisationId}/jobs/${jobId}/dossier`);
    } catch (fault) {
      if (!(fault instanceof ApiError)) throw fault;
      if (fault.code === 'link-spent') return onSpent();
      const [found] = fault.code === 'invalid' ? fault.issues() : [];
      setError('code', { message: found ? faultText(found) : refusalOf(fault) });
    }
  });
  return (
    <form onSubmit={(event) => void open(event)} noValidate className="flex flex-col gap-4">
      <p>{t('by-link.from', { ...offer })}</p>
      <p className="text-soft">{t('by-link.code-how')}</p>
      <TextField
        label={t('by-link.code')}
        inputMode="numeric"
        autoComplete="one-time-code"
        fault={formState.errors.code?.message}
        {...register('code')}
      />
      <FormFoot label={t('by-link.do')} size="large" disabled={formState.isSubmitting} />
    </form>
  );
}
