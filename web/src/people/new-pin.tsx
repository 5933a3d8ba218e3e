import '../messages/later';
import { NewPinDto, checkShape } from '@caulkhorn/contract';
import { useForm } from 'react-hook-form';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { FormFoot } from '../shared/ui/form-foot';
import { TextField } from '../shared/ui/field';

interface Props {
  label: string;
  /** an answer is why not */ keep(pin: string): Promise<string | undefined>;
}

/** A new PIN, typed twice: nobody sees what is typed. */
export function NewPin({ label, keep }: Props) {
  const { register, handleSubmit, setError, reset, formState } = useForm({ defaultValues: { pin: '', again: '' } });
  const faults = formState.errors;
  const save = handleSubmit(async ({ pin, again }) => {
    const shape = checkShape(NewPinDto, { pin });
    if (!shape.ok) return setError('pin', { message: shape.issues[0]!.code === 'easy-pin' ? faultText(shape.issues[0]!) : t('pin.form') });
    if (pin !== again) return setError('again', { message: t('pin.differs') });
    const why = await keep(pin);
    if (why) return setError('root', { message: why });
    reset();
  });
  const field = { type: 'password', inputMode: 'numeric', autoComplete: 'new-password' } as const;
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="flex flex-col gap-3">
      <TextField label={t('pin.new')} hint={t('pin.form')} fault={faults.pin?.message} {...field} {...register('pin')} />
      <TextField label={t('pin.again')} fault={faults.again?.message} {...field} {...register('again')} />
      <FormFoot fault={faults.root?.message} label={label} disabled={formState.isSubmitting} />
    </form>
  );
}
