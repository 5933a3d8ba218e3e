import type { Coverage, Stock } from '../materials/index.js';
import type { OutlookLine } from './outlook-line.js';

/** A batch is named from so many days before its last one: time to use it elsewhere or to order. */
const SOON_DAYS = 30;

/** What a job needs and the store does not have; whoever must order today or should have is told so. */
export function shortLines(coverages: readonly Coverage[], today: string): OutlookLine[] {
  return coverages
    .filter(({ short }) => short > 0)
    .map(({ product, short, orderBy }) => ({
      code: 'short',
      place: { step: 'materials' },
      tone: orderBy !== undefined && orderBy <= today ? 'wrong' : 'waits',
      values: { product: product.name, short, measure: product.measure, ...(orderBy === undefined ? {} : { orderBy }) },
    }));
}

/** Batches in the store that are past their date or soon will be. */
export function expiryLines({ lots }: Stock): OutlookLine[] {
  return lots
    .filter(({ onHand, daysLeft }) => onHand > 0 && daysLeft <= SOON_DAYS)
    .sort((a, b) => a.daysLeft - b.daysLeft)
    .map(({ sheet, product, batchNumber, daysLeft, onHand }) => ({
      code: daysLeft < 0 ? 'expired' : 'expires',
      place: { step: 'materials' },
      tone: daysLeft < 0 ? 'wrong' : 'waits',
      values: { product: sheet?.name ?? product.id, batch: batchNumber, days: Math.abs(daysLeft), onHand, measure: sheet?.measure ?? 'kg' },
    }));
}
