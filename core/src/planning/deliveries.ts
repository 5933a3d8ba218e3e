import type { Product } from '../catalogue/index.js';
import type { Programme } from '../programme/index.js';
import type { PlanConditions } from './conditions.js';
import { type Supply, planSupply } from './supply.js';
import type { TakeOffLine } from './take-off-line.js';
import type { WorkItem } from './work-items.js';

/** What comes at once: all that is first laid within one week, whole packs of each product. */
export interface Delivery {
  /** first day of the week in which it is laid, YYYY-MM-DD; undefined for what no programme places */ weekOf?: string;
  supply: Supply;
  costMinor: number;
}

const DAY_MS = 86_400_000;
/** 1 January 1970 was a Thursday. */
const DAYS_TO_MONDAY = 3;

/**
 * Splits what a job takes by the week in which the work that takes it starts, and packs each week by itself. A surplus of one week
 * is not reckoned with in the next: packs that have been opened do not keep.
 */
export function planDeliveries(
  lines: readonly TakeOffLine[],
  workItems: readonly WorkItem[],
  programme: Programme,
  conditions: PlanConditions,
  sparePct: number,
): Delivery[] {
  const startOf = new Map(programme.tasks.map((task) => [task.id, task.startMs]));
  const stepsOf = new Map<string, number>();
  for (const { faceId, targetId, step, id } of workItems) {
    const key = keyOf(faceId, targetId, step.startsWith('coat-') ? 'coat' : step);
    stepsOf.set(key, Math.min(stepsOf.get(key) ?? Infinity, startOf.get(id) ?? Infinity));
  }
  const weeks = new Map<string, Map<Product, number>>();
  for (const { faceId, targetId, what, product, amount } of lines) {
    const week = weekOf(stepsOf.get(keyOf(faceId, targetId, what)) ?? Infinity);
    const sums = weeks.get(week) ?? new Map<Product, number>();
    weeks.set(week, sums.set(product, (sums.get(product) ?? 0) + amount * (1 + sparePct / 100)));
  }
  return [...weeks]
    .sort(([a], [b]) => (a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1))
    .map(([week, sums]) => {
      const supply = planSupply(sums, conditions);
      const costMinor = supply.orders.reduce((sum, { packs }) => sum + packs.output.cost, 0);
      return { ...(week === '' ? {} : { weekOf: week }), supply, costMinor };
    });
}

const keyOf = (faceId: string, targetId: string | undefined, what: string): string => `${faceId} ${targetId ?? ''} ${what}`;

function weekOf(ms: number): string {
  if (!Number.isFinite(ms)) return '';
  const day = Math.floor(ms / DAY_MS);
  return new Date((day - ((day + DAYS_TO_MONDAY) % 7)) * DAY_MS).toISOString().slice(0, 10);
}
