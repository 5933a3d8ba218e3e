import type { Product } from '../catalogue/index.js';
import { type Stock, coverageOf } from '../materials/index.js';
import { DAY_MS } from '../quantities/index.js';
import type { SiteState } from '../site-log/index.js';
import type { ClosedHours } from './closed-hours.js';
import type { FacePlan } from './face-plan.js';
import { materialFor } from './supply.js';
import type { WorkItem } from './work-items.js';

/** What lies in the store, for whoever may see it. */
export interface Store {
  stock: Stock;
  jobId: string;
  /** YYYY-MM-DD; what is ordered is ordered today at the earliest */ today: string;
  done: SiteState['done'];
}

/** Amounts nearer than this are the same. */
const SAME = 1e-6;

/**
 * Hours before the material of a piece of work can be there: what lies in the store for this job is given out in the order of the walk,
 * to what has begun first; what is left over waits for the product's own delivery. Of a product that the store's book has never held
 * nothing is known, and nothing is closed.
 */
export function materialHours(
  workItems: readonly WorkItem[],
  plans: readonly FacePlan[],
  { stock, jobId, today, done }: Store,
): (item: WorkItem) => readonly ClosedHours[] {
  const linesOf = new Map(plans.map(({ faceId, lines }) => [faceId, lines]));
  const held = new Set(stock.lots.map(({ product }) => product.id));
  const left = new Map<string, number>();
  const waits = new Map<Product, ClosedHours[]>();
  const closed = new Map<string, readonly ClosedHours[]>();
  const begun = (item: WorkItem) => done.get(item.id)?.startedAt !== undefined || done.get(item.id)?.finishedAt !== undefined;
  for (const item of [...workItems.filter(begun), ...workItems.filter((each) => !begun(each))]) {
    const material = materialFor(item, linesOf.get(item.faceId) ?? []);
    if (!material || !held.has(material.product.id)) continue;
    const { product, amount } = material;
    const before = left.get(product.id) ?? inStore(product, stock, jobId);
    if (amount > before + SAME && !begun(item)) {
      const toMs = Date.parse(`${today}T00:00:00Z`) + product.leadTimeDays * DAY_MS;
      const hours = waits.get(product) ?? [
        { fromMs: 0, toMs, because: { code: 'material', product: product.name, days: product.leadTimeDays } },
      ];
      waits.set(product, hours);
      closed.set(item.id, hours);
    } else left.set(product.id, Math.max(0, before - amount));
  }
  return (item) => closed.get(item.id) ?? [];
}

/** What this job may take of it, what it has taken already included. */
function inStore(product: Product, stock: Stock, jobId: string): number {
  const [coverage] = coverageOf([{ product, required: 0 }], stock, jobId, new Map());
  return coverage!.available + coverage!.taken;
}
