import type { ReactNode } from 'react';
import type { FieldValues } from 'react-hook-form';
import { t } from '../messages/t';
import { FormFoot } from '../shared/ui/form-foot';
import type { KeptForm } from '../shared/use-kept-form';

/** Something that happened in the store, to be written down: its fields two abreast, and what is wrong with it as a whole. */
export function MoveForm<T extends FieldValues>({
  form,
  save,
  children,
}: {
  form: KeptForm<T>;
  save(): Promise<void>;
  children: ReactNode;
}) {
  return (
    <form
      noValidate
      className="grid grid-cols-2 gap-x-3 gap-y-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        form.clearErrors();
        void save();
      }}
    >
      {children}
      <div className="col-span-2">
        <FormFoot fault={form.formState.errors.root?.message} label={t('stores.write')} />
      </div>
    </form>
  );
}
