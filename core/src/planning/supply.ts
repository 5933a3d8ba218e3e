import type { Product } from '../catalogue/index.js';
import type { Issue } from '../issues.js';
import { type BatchPlan, type Mix, type PackPlan, batchPlan, mix, packPlan } from '../materials/index.js';
import type { TakeOffLine } from './face-plan.js';
import { type Working, work, workSurely } from './working.js';

/** What to buy of one product: whole packs at least cost. Prices in minor units. */
export interface OrderLine {
  product: Product;
  requiredKg: number;
  packs: Working<PackPlan>;
}

/** How to mix one product today: a batch that fits its life at the wall's temperature. */
export interface MixingCard {
  product: Product;
  totalKg: number;
  batch: Working<BatchPlan>;
  mix: Working<Mix>;
}

export interface Supply {
  orders: OrderLine[];
  cards: MixingCard[];
  findings: Issue[];
}

export function planSupply(lines: readonly TakeOffLine[], crew: { people: number; temperatureC: number }): Supply {
  const supply: Supply = { orders: [], cards: [], findings: [] };
  for (const [product, requiredKg] of sumByProduct(lines)) {
    const path = `products.${product.id}`;
    const packs = work(packPlan, { requiredKg, packs: product.packs.map((p) => ({ sizeKg: p.sizeKg, price: p.priceMinor, maxPacks: undefined })) }, path);
    if (Array.isArray(packs)) supply.findings.push(...packs);
    else supply.orders.push({ product, requiredKg, packs });
    const card = mixingCard(product, requiredKg, crew, path);
    if (Array.isArray(card)) supply.findings.push(...card);
    else supply.cards.push(card);
  }
  return supply;
}

function sumByProduct(lines: readonly TakeOffLine[]): Map<Product, number> {
  const sums = new Map<Product, number>();
  for (const line of lines) sums.set(line.product, (sums.get(line.product) ?? 0) + line.kg);
  return sums;
}

function mixingCard(product: Product, totalKg: number, crew: { people: number; temperatureC: number }, path: string): MixingCard | Issue[] {
  const batch = work(
    batchPlan,
    {
      totalKg,
      workingLifeMin: product.workingLifeMin,
      mixMin: product.mix.mixMin,
      standMin: product.mix.standMin,
      placingKgPerMinPerPerson: product.placingKgPerMin,
      people: crew.people,
      packKg: undefined,
      wholePacksOnly: false,
      referenceC: product.referenceC,
      temperatureC: crew.temperatureC,
      q10: 2,
    },
    path,
  );
  if (Array.isArray(batch)) return batch;
  const parts = workSurely(mix, {
    powderKg: batch.output.batchKg,
    waterPerKgL: product.mix.waterPerKgL,
    ratioByWeight: undefined,
    ratioByVolume: undefined,
    densities: undefined,
    addTo: product.mix.addTo,
  });
  return { product, totalKg, batch, mix: parts };
}
