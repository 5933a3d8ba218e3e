import type { FieldErrors, FieldValues } from 'react-hook-form';
import { t } from '../../messages/t';

/** What a form that saves itself has in place of a button: Enter saves it too, and it says when something could not be saved. */
export function SavingFoot({ faults }: { faults: FieldErrors<FieldValues> }) {
  const isSaved = Object.keys(faults).length === 0;
  return (
    <>
      {isSaved ? null : (
        <p role={faults.root ? 'alert' : 'status'} className="font-medium text-iron">
          {[faults.root?.message, t('form.not-saved')].filter(Boolean).join(' ')}
        </p>
      )}
      <button type="submit" hidden />
    </>
  );
}
