import type { Catalogue } from '@caulkhorn/core/catalogue';
import type { StockMove } from '@caulkhorn/core/materials';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import { faultText } from '../shared/fault-text';
import { type SentMove, useStockOutbox } from './stock-outbox';

/** What was written down about the store and is not there yet, and what was not taken, with what was typed. */
export function StockNotices({ catalogue, moves }: { catalogue: Catalogue; moves: readonly StockMove[] }) {
  const { outbox, state } = useStockOutbox();
  const units = useUnits();
  const { pending, refused, status } = state;
  return (
    <>
      {pending.length > 0 ? (
        <p role="status" className={`mb-2 font-medium ${status === 'waiting' ? 'text-ochre' : 'text-soft'}`}>
          {t(status === 'waiting' ? 'outbox.away-kept' : 'outbox.sending', { n: pending.length })}
        </p>
      ) : null}
      {refused.length > 0 ? (
        <section role="alert" aria-label={t('refused.title')} className="mb-2 border-l-4 border-iron bg-iron-soft px-3 py-1.5">
          {refused.map(({ command, code, fields }) => (
            <div key={command.id} className="flex flex-wrap items-center gap-2 py-1">
              <p className="min-w-0 flex-1">
                <b>{moveText(command)}</b>: {Object.values(fields).flat().map(faultText).join(' ') || tOf(`failed.${code}.text`)}
              </p>
              <Button size="small" onClick={() => void outbox.discard(command.id)}>
                {t('refused.discard')}
              </Button>
            </div>
          ))}
        </section>
      ) : null}
    </>
  );

  function moveText(move: SentMove): string {
    const name = (id: string) => catalogue.newest(id)?.name ?? id;
    const amount = (value: number, id: string) => formatQuantity(value, catalogue.newest(id)?.measure ?? 'kg', units);
    const what = t(`stores.move.${move.kind}`);
    if (move.kind === 'temperature') return `${what} ${formatQuantity(move.temperatureC, '°C', units)}`;
    if (move.kind === 'reserved') return `${what} ${amount(move.amount, move.productId)} ${name(move.productId)}`;
    if (move.kind === 'delivery')
      return `${what} ${amount(move.packs * move.packSize, move.product.id)} ${name(move.product.id)}, ${move.batchNumber}`;
    const lot = moves.find((each) => each.id === move.lotId);
    const id = lot?.kind === 'delivery' ? lot.product.id : '';
    return `${what} ${amount(move.amount, id)} ${lot?.kind === 'delivery' ? `${name(id)}, ${lot.batchNumber}` : ''}`.trim();
  }
}
