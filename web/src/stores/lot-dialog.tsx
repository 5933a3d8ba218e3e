import { toSystem } from '@caulkhorn/core/quantities';
import type { Catalogue } from '@caulkhorn/core/catalogue';
import type { StockLot, StockMove } from '@caulkhorn/core/materials';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { t } from '../messages/t';
import { formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { saveFile } from '../shared/save-file';
import { dayAndTime } from '../shared/times';
import { trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { SelectField, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { MoveForm } from './move-form';
import { type NewMove, useAddMoves } from './use-stores';

const KINDS = ['taken', 'returned', 'scrapped', 'counted'] as const;
const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

const MOST_LABELS = 60;

/** For what is filled over into other pails: none stands about without its batch and its day. */
function Labels({ lot }: { lot: StockLot }) {
  const [count, setCount] = useState('6');
  const [fault, setFault] = useState<string>();
  const n = Number(count);
  const isFine = Number.isInteger(n) && n >= 1 && n <= MOST_LABELS;
  const save = async () => {
    if (!isFine) return setFault(t('label.how-many', { most: MOST_LABELS }));
    setFault(undefined);
    try {
      const { labelsPdf } = await import('./labels-pdf');
      const { batchNumber, expiresOn, product, sheet } = lot;
      const label = { batchNumber, expiresOn, productId: product.id, openedOn: trueNowIso().slice(0, 10) };
      saveFile(`${t('label.title')} ${batchNumber}.pdf`, await labelsPdf(sheet?.name ?? product.id, label, n));
    } catch {
      setFault(t('label.not-made'));
    }
  };
  return (
    <div className="mt-3 flex items-end gap-2">
      <div className="w-28">
        <TextField
          label={t('label.title')}
          inputMode="numeric"
          fault={fault}
          value={count}
          onChange={({ target }) => setCount(target.value)}
        />
      </div>
      <Button onClick={() => void save()}>
        <Printer size={16} aria-hidden /> {t('label.print')}
      </Button>
    </div>
  );
}

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
      <Labels lot={lot} />
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
