import type { Product } from '@caulkhorn/core/catalogue';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { parts, useJob } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { useStores } from './use-stores';

export interface KnownBatches {
  /** that are there and may be used, first to expire first */ known: string[];
  /** why the one that was given may not be used, in words */ warning?: string;
}

/** What the store knows of a batch that somebody types: which are there, first to expire first, and whether this one may still be used. */
export function useBatches(product: Product | undefined, typed: string): KnownBatches {
  const { organisationId, can } = useJob(parts('organisationId', 'can'));
  const house = useHouse();
  const units = useUnits();
  const { stock } = useStores(organisationId, house.catalogue, undefined, can('stock'));
  const lots = (stock?.lots ?? []).filter((lot) => lot.product.id === product?.id);
  const known = lots
    .filter(({ onHand, daysLeft }) => onHand > 0 && daysLeft >= 0)
    .sort((a, b) => a.daysLeft - b.daysLeft)
    .map(({ batchNumber }) => batchNumber);
  const lot = lots.find(({ batchNumber }) => batchNumber === typed.trim());
  if (!lot) return { known };
  if (lot.daysLeft < 0) return { known, warning: t('stores.batch-expired', { on: lot.expiresOn }) };
  const cold = lot.breaches.some(({ kind }) => kind === 'cold');
  return cold
    ? { known, warning: t('stores.was-cold', { n: 1, limit: formatQuantity(lot.sheet?.storage.minC ?? 0, '°C', units) }) }
    : { known };
}
