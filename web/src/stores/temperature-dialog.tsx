import type { Catalogue } from '@caulkhorn/core/catalogue';
import { toSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Dialog } from '../shared/ui/dialog';
import { TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { MoveForm } from './move-form';
import { useAddMoves } from './use-stores';

export function TemperatureDialog({
  organisationId,
  catalogue,
  onClose,
}: {
  organisationId: string;
  catalogue: Catalogue;
  onClose(): void;
}) {
  const units = useUnits();
  const add = useAddMoves(organisationId, catalogue);
  const form = useKeptForm(`store temperature ${units}`, { temperatureC: '' });
  const save = form.handleSubmit(({ temperatureC }) => {
    const issues = add({ kind: 'temperature', temperatureC: readQuantity(temperatureC, '°C', units) ?? NaN });
    if (issues.length > 0) return form.showIssues(issues);
    form.forget();
    onClose();
  });
  return (
    <Dialog open onOpenChange={onClose} title={t('stores.temperature')}>
      <MoveForm form={form} save={save}>
        <TextField
          label={t('stores.temperature-now')}
          unit={toSystem(1, '°C', units).unit}
          inputMode="decimal"
          fault={form.formState.errors.temperatureC?.message}
          {...form.register('temperatureC')}
        />
      </MoveForm>
    </Dialog>
  );
}
