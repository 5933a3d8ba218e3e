import type { WorkItem } from './work-items.js';

/** How the work of a plan differs from the work that was released. */
export interface WorkDifference {
  /** not released yet: a leak that was found, what a late coat asks for */ added: WorkItem[];
  /** released, and no longer wanted */ gone: WorkItem[];
  /** takes longer or shorter, more or less, or waits for something else */ changed: WorkItem[];
}

/** @param planned what the plan asks for now; of what changed, it as it is planned */
export function workBetween(released: readonly WorkItem[], planned: readonly WorkItem[]): WorkDifference {
  const before = new Map(released.map((item) => [item.id, item]));
  const ids = new Set(planned.map(({ id }) => id));
  return {
    added: planned.filter(({ id }) => !before.has(id)),
    gone: released.filter(({ id }) => !ids.has(id)),
    changed: planned.filter((item) => before.has(item.id) && saysOf(item) !== saysOf(before.get(item.id)!)),
  };
}

/** What counts for who does it; read back from a file, its fields may stand in another order. */
const saysOf = ({ durationMin, quantity, waits, restH, rewet, notBefore, step, hold }: WorkItem): string =>
  JSON.stringify([
    ...[durationMin, quantity.value, quantity.unit, restH, rewet, notBefore, step, hold],
    waits.map(({ taskId, minH, maxH, referenceC, atOnce }) => [taskId, minH, maxH, referenceC, atOnce ?? false]),
  ]);
