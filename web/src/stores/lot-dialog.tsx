import { toSystem } from '@caulkhorn/core/quantities';
import type { Catalogue } from '@caulkhorn/core/catalogue';
import type { StockLot, StockMove } from '@caulkhorn/core/materials';
import { t } from '../messages/t';
import { formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime } from '../shared/times';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { MoveForm } from './move-form';
import { type NewMove, useAddMoves } from './use-stores';

const KINDS = ['taken', 'returned', 'scrapped', 'counted'] as const;
const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** One batch: what happened to it, and what happens to it now. */
export function LotDialog({
  organisationId,
  catalogue,
  lot,
  moves,
  onClose,
}: {
  organisationId: string;
  catalogue: Catalogue;
  lot: StockLot;
  moves: readonly StockMove[];
  onClose(): void;
}) {
  const units = useUnits();
  const add = useAddMoves(organisationId, catalogue);
  const measure = lot.sheet?.measure ?? 'kg';
  const form = useKeptForm(`lot ${lot.id} ${units}`, { kind: 'taken' as (typeof KINDS)[number], amount: '', reason: '', note: '' });
  const { register, formState, watch } = form;
  const faults = formState.errors;
  const kind = watch('kind');
  const needsReason = kind === 'taken' && lot.daysLeft < 0;
  const save = form.handleSubmit(({ amount, reason, note, ...texts }) => {
    const move = {
      kind: texts.kind,
      lotId: lot.id,
      amount: readQuantity(amount, measure, units) ?? NaN,
      ...(needsReason && reason.trim() ? { reason: reason.trim() } : {}),
      ...(note.trim() ? { note: note.trim() } : {}),
    } as NewMove;
    const issues = add(move);
    if (issues.length > 0) return form.showIssues(issues);
    form.forget();
    onClose();
  });
  const own = moves.filter((move) => move.id === lot.id || ('lotId' in move && move.lotId === lot.id));
  return (
    <Dialog open onOpenChange={onClose} title={`${lot.sheet?.name ?? lot.product.id}, ${lot.batchNumber}`}>
      <p className="mb-2">
        {t('stores.on-hand')}: <b>{formatQuantity(lot.onHand, measure, units)}</b>
      </p>
      <MoveForm form={form} save={save}>
        <SelectField
          label={t('stores.what')}
          options={KINDS.map((value) => ({ value, label: t(`stores.move.${value}`) }))}
          {...register('kind')}
        />
        <TextField
          label={t('stores.amount')}
          unit={toSystem(0, measure, units).unit}
          inputMode="decimal"
          fault={faults.amount?.message}
          {...register('amount')}
        />
        {needsReason ? <TextField label={t('stores.reason')} fault={faults.reason?.message} {...register('reason')} /> : null}
        <TextField label={t('field.note')} {...register('note')} />
      </MoveForm>
      <ol className="mt-3 border-t border-rule" aria-label={t('stores.history')}>
        {[...own].reverse().map((move) => (
          <li key={move.id} className="flex justify-between gap-3 border-b border-rule py-1 text-[13px]">
            <span>
              {dayAndTime(move.at, DEVICE_ZONE)} · {move.by} · {t(`stores.move.${move.kind}`)}
              {'reason' in move && move.reason ? ` · ${move.reason}` : ''} {move.note ?? ''}
            </span>
            <b>
              {formatQuantity(move.kind === 'delivery' ? move.packs * move.packSize : 'amount' in move ? move.amount : 0, measure, units)}
            </b>
          </li>
        ))}
      </ol>
    </Dialog>
  );
}
