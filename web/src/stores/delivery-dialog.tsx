import type { Catalogue } from '@caulkhorn/core/catalogue';
import { t } from '../messages/t';
import { formatQuantity, parseNumber } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { MoveForm } from './move-form';
import { useAddMoves } from './use-stores';

const EMPTY = { product: '', batchNumber: '', madeOn: '', expiresOn: '', packSize: '', packs: '1', note: '' };

/** A delivery with its batch and dates. What is typed is kept on the device until it is written down. */
export function DeliveryDialog({ organisationId, catalogue, onClose }: { organisationId: string; catalogue: Catalogue; onClose(): void }) {
  const units = useUnits();
  const add = useAddMoves(organisationId, catalogue);
  const form = useKeptForm('delivery', EMPTY);
  const { register, formState, watch, setValue } = form;
  const faults = formState.errors;
  const newest = [...new Set(catalogue.products.map(({ id }) => id))].map((id) => catalogue.newest(id)!);
  const sheet = catalogue.newest(watch('product'));
  const save = form.handleSubmit((texts) => {
    const issues = add({
      kind: 'delivery',
      product: { id: texts.product, version: sheet?.version ?? 1 },
      batchNumber: texts.batchNumber.trim(),
      ...(texts.madeOn ? { madeOn: texts.madeOn } : {}),
      ...(texts.expiresOn ? { expiresOn: texts.expiresOn } : {}),
      packSize: parseNumber(texts.packSize),
      packs: parseNumber(texts.packs),
      ...(texts.note.trim() ? { note: texts.note.trim() } : {}),
    });
    if (issues.length > 0) return form.showIssues(issues);
    form.forget();
    onClose();
  });
  return (
    <Dialog open onOpenChange={onClose} title={t('stores.receive')}>
      <MoveForm form={form} save={save}>
        <div className="col-span-2">
          <SelectField
            label={t('catalogue.product')}
            fault={faults.product?.message}
            options={[{ value: '', label: t('bench.choose') }, ...newest.map(({ id, name }) => ({ value: id, label: name }))]}
            {...register('product', {
              onChange: ({ target }: { target: { value: string } }) =>
                setValue('packSize', String(catalogue.newest(target.value)?.packs[0]?.size ?? '')),
            })}
          />
        </div>
        <TextField label={t('stores.batch')} fault={faults.batchNumber?.message} {...register('batchNumber')} />
        <SelectField
          label={t('stores.pack-size')}
          fault={faults.packSize?.message}
          options={[...new Set(sheet?.packs.map(({ size }) => size))].map((size) => ({
            value: String(size),
            label: formatQuantity(size, sheet?.measure ?? '', units),
          }))}
          {...register('packSize')}
        />
        <TextField label={t('stores.packs')} inputMode="numeric" fault={faults.packs?.message} {...register('packs')} />
        <TextField label={t('stores.made-on')} type="date" fault={faults.madeOn?.message} {...register('madeOn')} />
        <TextField
          label={t('stores.expires-on')}
          type="date"
          hint={t('stores.expires-how')}
          fault={faults.expiresOn?.message}
          {...register('expiresOn')}
        />
        <TextField label={t('field.note')} fault={faults.note?.message} {...register('note')} />
      </MoveForm>
    </Dialog>
  );
}
