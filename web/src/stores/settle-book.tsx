import { type Settling, type Stock, settleStock } from '@caulkhorn/core/materials';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Button } from '../shared/ui/button';
import type { NewMove } from './use-stores';

interface Props {
  stock: Stock;
  /** by the log of this job, kg by batch number */ used: ReadonlyMap<string, number>;
  /** nothing more is laid of it here */ isOver(productId: string): boolean;
  write(...moves: readonly NewMove[]): void;
}

/** What the log of the job used, against what was taken out of the store for it: one press brings the book up to the log. */
export function SettleBook({ stock, used, isOver, write }: Props) {
  const { jobId } = useJob(parts('jobId'));
  const units = useUnits();
  const open = settleStock(stock, used, jobId, isOver);
  if (open.length === 0) return null;
  const moveOf = ({ lot, kind, amount }: Settling): NewMove => ({
    ...{ kind, lotId: lot.id, amount, jobId },
    // what is past its day and was laid all the same is written down as what it was
    ...(kind === 'taken' && lot.daysLeft < 0 ? { reason: t('stores.settle-reason') } : {}),
  });
  return (
    <section aria-label={t('stores.settle')} className="mb-3 border-l-4 border-ochre bg-ochre-soft px-3 py-2">
      <h4 className="font-semibold">{t('stores.settle')}</h4>
      <ul className="my-1">
        {open.map(({ lot, kind, amount }) => (
          <li key={`${lot.id} ${kind}`}>
            {t(`stores.settle-${kind}`, {
              product: lot.sheet?.name ?? lot.product.id,
              batch: lot.batchNumber,
              amount: formatQuantity(amount, 'kg', units),
            })}
          </li>
        ))}
      </ul>
      <Button className="max-[719px]:h-14" onClick={() => write(...open.map(moveOf))}>
        {t('stores.settle-do')}
      </Button>
    </section>
  );
}
