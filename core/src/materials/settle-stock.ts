import { roundDecimal } from '../quantities/index.js';
import type { Stock, StockLot } from './stock.js';

/** What the store's book wants so that it says what the log says: so much more was used than taken, or taken than used. */
export interface Settling {
  lot: StockLot;
  kind: 'taken' | 'returned';
  amount: number;
}

/** Less than this is the scale, kg. */
const SCALE_KG = 0.05;

/**
 * What a job still has to take out of the store, or bring back, by what its log says was used of each batch, kg. Packs that stay whole are
 * taken whole: what is left of an opened one cannot come back. No more is taken than is there.
 * @param isOver nothing more is laid of this product here: what was taken and not used comes back
 */
export function settleStock(
  { lots }: Stock,
  used: ReadonlyMap<string, number>,
  jobId: string,
  isOver: (productId: string) => boolean,
): Settling[] {
  return [...used].flatMap(([batchNumber, usedKg]): Settling[] => {
    // one batch may have come in several deliveries
    const own = lots.filter((lot) => lot.batchNumber === batchNumber && lot.sheet?.measure === 'kg');
    const takenKg = own.reduce((sum, { takenByJob }) => sum + (takenByJob[jobId] ?? 0), 0);
    const [first] = own;
    if (!first) return [];
    const pack = first.sheet?.mix?.wholePacksOnly ? first.packSize : undefined;
    const apartKg = usedKg - takenKg;
    // upwards either way: a pack that was opened is taken, and does not come back
    const openKg = pack ? Math.ceil(apartKg / pack - 1e-9) * pack : apartKg;
    if (openKg > SCALE_KG) return spread(own, openKg, ({ onHand }) => onHand, 'taken');
    if (openKg < -SCALE_KG && isOver(first.product.id)) return spread(own, -openKg, ({ takenByJob }) => takenByJob[jobId] ?? 0, 'returned');
    return [];
  });
}

function spread(lots: readonly StockLot[], kg: number, mostOf: (lot: StockLot) => number, kind: Settling['kind']): Settling[] {
  let left = kg;
  return lots.flatMap((lot): Settling[] => {
    const amount = roundDecimal(Math.min(left, mostOf(lot)));
    left -= amount;
    return amount > 0 ? [{ lot, kind, amount }] : [];
  });
}
