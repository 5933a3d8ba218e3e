import type { TakeOffLine } from './take-off-line.js';
import type { House } from './house.js';
import type { WorkItem } from './work-items.js';

export interface Cost {
  /** at the price of the cheapest pack, by what is used: whole packs are bought for the job, not for a face */ materialMinor: number;
  labourMinor: number;
  /** hours of one person */ workH: number;
}

/** What a part of a job costs: its material by what it uses, and its labour by the house's output rates. */
export function costOf(lines: readonly TakeOffLine[], items: readonly WorkItem[], house: House, people: number): Cost {
  const materialMinor = lines.reduce((sum, { product, amount }) => sum + amount * unitPrice(product.packs), 0);
  const workH = items.reduce((sum, { durationMin }) => sum + (durationMin * people) / 60, 0);
  return { materialMinor, labourMinor: workH * house.labourMinorPerH, workH };
}

/** Cheapest price of one kg, m, m² or piece. */
export const unitPrice = (packs: readonly { size: number; priceMinor: number }[]): number =>
  Math.min(...packs.map(({ size, priceMinor }) => priceMinor / size));
