import { InviteDto, type JobSummary, ROLES, checkShape } from '@caulkhorn/contract';
import { useSearchParams } from 'react-router';
import { t, tOf } from '../messages/t';
import { ApiError, api } from '../shared/api';
import { SelectField, TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';

interface InviteFormProps {
  /** of the organisation's routes */ path: string;
  /** to which a guest may be asked */ jobs: readonly JobSummary[];
  onInvited(name: string, address: string): void;
}

/** Asks someone to join. What comes of it is a link, to hand over by whatever way the two trust. */
export function InviteForm({ path, jobs, onInvited }: InviteFormProps) {
  const [search] = useSearchParams();
  const forJob = search.get('job');
  const form = useKeptForm(`invite ${path} ${forJob ?? ''}`, {
    email: '',
    name: '',
    standing: forJob ? 'guest' : 'foreman',
    jobId: forJob ?? '',
  });
  const { register, formState } = form;
  const isGuest = form.watch('standing') === 'guest';
  const send = form.handleSubmit(async ({ email, name, standing, jobId }) => {
    const invited = { email: email.trim(), name: name.trim(), standing, ...(isGuest && jobId ? { jobId } : {}) };
    const shape = checkShape(InviteDto, invited);
    if (!shape.ok) return form.showIssues(shape.issues);
    try {
      const { token } = await api.post<{ token: string }>(`${path}/people/invitations`, invited);
      form.forget();
      form.reset({ email: '', name: '', standing, jobId });
      onInvited(invited.name, `${location.origin}/join#${token}`);
    } catch (fault) {
      if (!(fault instanceof ApiError) || fault.code !== 'already-belongs') return form.showRefusal(fault);
      form.setError('root', { message: tOf('people.already-belongs') });
    }
  });
  return (
    <form
      onSubmit={(event) => void send(event)}
      noValidate
      className="grid grid-cols-4 items-start gap-3 max-[1023px]:grid-cols-2 max-[719px]:grid-cols-1"
    >
      <TextField label={t('people.name')} fault={formState.errors.name?.message} {...register('name')} />
      <TextField label={t('field.email')} type="email" autoComplete="off" fault={formState.errors.email?.message} {...register('email')} />
      <SelectField
        label={t('people.as')}
        options={[...ROLES, 'guest' as const].map((each) => ({
          value: each,
          label: t(each === 'guest' ? 'people.guest' : `account.role.${each}`),
        }))}
        {...register('standing')}
      />
      {isGuest ? (
        <SelectField
          label={t('people.of-job')}
          fault={formState.errors.jobId?.message}
          options={[{ value: '', label: t('people.choose-job') }, ...jobs.map(({ id, name }) => ({ value: id, label: name }))]}
          {...register('jobId')}
        />
      ) : (
        <span aria-hidden />
      )}
      <p className="col-span-full text-[13px] text-soft">{tOf(`people.may.${form.watch('standing')}`)}</p>
      <FormFoot fault={formState.errors.root?.message} label={t('people.make-link')} disabled={formState.isSubmitting} />
    </form>
  );
}
