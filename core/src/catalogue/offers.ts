import type { Pack } from './product.js';

/** The cheapest offer of each size, over all suppliers, in the order in which the sheet lists the sizes. */
export function bestOffers(packs: readonly Pack[]): Pack[] {
  const best = new Map<number, Pack>();
  for (const pack of packs) if (pack.priceMinor < (best.get(pack.size)?.priceMinor ?? Infinity)) best.set(pack.size, pack);
  return [...best.values()];
}
