import type { Product } from '../catalogue/index.js';
import type { Issue } from '../issues.js';
import { type BatchPlan, type Mix, type PackPlan, batchPlan, mix, packPlan } from '../materials/index.js';
import type { TakeOffLine } from './face-plan.js';
import type { WorkItem } from './work-items.js';
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
    const packs = work(
      packPlan,
      { requiredKg, packs: product.packs.map((p) => ({ sizeKg: p.sizeKg, price: p.priceMinor, maxPacks: undefined })) },
      path,
    );
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

const MATERIAL_OF: Partial<Record<WorkItem['step'], TakeOffLine['what']>> = {
  'coat-1': 'coats',
  'coat-2': 'coats',
  plug: 'plug',
  fill: 'mortar',
  fillet: 'fillet',
};

/** What one piece of work takes of its product, from the take-off; undefined where it takes none. */
export function materialFor(item: WorkItem, lines: readonly TakeOffLine[]): { product: Product; kg: number } | undefined {
  const what = MATERIAL_OF[item.step];
  const line = lines.find((each) => each.what === what && each.faceId === item.faceId && each.targetId === item.targetId);
  if (!line) return undefined;
  return { product: line.product, kg: what === 'coats' ? line.kg / line.product.coat!.coats : line.kg };
}

/** A card for so much of a product. Refuses where the working life at this temperature leaves no time to place it. */
export function mixingCard(
  product: Product,
  totalKg: number,
  crew: { people: number; temperatureC: number },
  path = `products.${product.id}`,
): MixingCard | Issue[] {
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
