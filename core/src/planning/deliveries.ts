import { groupBy } from '../jobs/index.js';
import type { Programme } from '../programme/index.js';
import type { PlanConditions } from './conditions.js';
import { type Supply, planSupply, sumByProduct } from './supply.js';
import type { TakeOffLine } from '../materials/index.js';
import { ON_BOND, type WorkItem } from './work-items.js';
import { DAY_MS } from '../quantities/index.js';

/** What comes at once: all that is first laid within one week, whole packs of each product. */
export interface Delivery {
  /** first day of the week in which it is laid, YYYY-MM-DD; undefined for what no programme places */ weekOf?: string;
  supply: Supply;
  costMinor: number;
}

/** 1 January 1970 was a Thursday. */
const DAYS_TO_MONDAY = 3;

export interface DeliveriesOf {
  lines: readonly TakeOffLine[];
  workItems: readonly WorkItem[];
  programme: Programme;
  conditions: PlanConditions;
  sparePct: number;
}

/**
 * Splits what a job takes by the week in which the work that takes it starts, and packs each week by itself. A surplus of one week
 * is not reckoned with in the next: packs that have been opened do not keep.
 */
export function planDeliveries({ lines, workItems, programme, conditions, sparePct }: DeliveriesOf): Delivery[] {
  const startOf = startsOfLines(workItems, programme);
  return [...groupBy(lines, (line) => weekOf(startOf(line)))]
    .sort(([a], [b]) => (a === '' ? 1 : b === '' ? -1 : a < b ? -1 : 1))
    .map(([week, ofWeek]) => {
      const supply = planSupply(sumByProduct(ofWeek, sparePct), conditions);
      const costMinor = supply.orders.reduce((sum, { purchase }) => sum + purchase.costMinor, 0);
      return { ...(week === '' ? {} : { weekOf: week }), supply, costMinor };
    });
}

/** When the work that first takes a line starts, ms; Infinity where no programme places it. What is bedded into a coat comes with the coat. */
export function startsOfLines(
  workItems: readonly WorkItem[],
  programme: Programme,
): (line: Pick<TakeOffLine, 'faceId' | 'targetId' | 'what'>) => number {
  const startOf = new Map(programme.tasks.map((task) => [task.id, task.startMs]));
  const starts = new Map<string, number>();
  for (const { faceId, targetId, step, id } of workItems) {
    const keys = [keyOf(faceId, targetId, step.startsWith('coat-') ? 'coat' : step)];
    if (ON_BOND.has(step)) keys.push(keyOf(faceId, targetId, 'bond'));
    for (const key of keys) starts.set(key, Math.min(starts.get(key) ?? Infinity, startOf.get(id) ?? Infinity));
  }
  return ({ faceId, targetId, what }) =>
    starts.get(keyOf(faceId, targetId, what)) ??
    (targetId === undefined ? starts.get(keyOf(faceId, undefined, 'coat')) : undefined) ??
    Infinity;
}

const keyOf = (faceId: string, targetId: string | undefined, what: string): string => `${faceId} ${targetId ?? ''} ${what}`;

function weekOf(ms: number): string {
  if (!Number.isFinite(ms)) return '';
  const day = Math.floor(ms / DAY_MS);
  return new Date((day - ((day + DAYS_TO_MONDAY) % 7)) * DAY_MS).toISOString().slice(0, 10);
}
