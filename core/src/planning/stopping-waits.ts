import type { Stopping } from './stopping.js';
import type { WorkItem } from './work-items.js';

const STOPS: ReadonlySet<WorkItem['step']> = new Set(['inject', 'plug']);

/** Work in which a leak is stopped after the one before it also where that is on another face, so that the strongest bleeds to the end. */
export function inStoppingOrder(items: readonly WorkItem[], plans: readonly { stopping?: Stopping }[]): WorkItem[] {
  const across = new Set(plans.flatMap(({ stopping }) => (stopping && stopping.faceIds.length > 1 ? [stopping] : [])));
  if (across.size === 0) return [...items];
  const stops = new Map<string, WorkItem[]>();
  for (const item of items)
    if (item.targetId !== undefined && STOPS.has(item.step)) stops.set(item.targetId, [...(stops.get(item.targetId) ?? []), item]);
  const after = new Map<string, WorkItem>();
  for (const { order } of across) {
    const stopped = order.flatMap((id) => stops.get(id) ?? []);
    stopped.forEach((item, i) => {
      const before = stopped[i - 1];
      if (before && before.faceId !== item.faceId) after.set(item.id, before);
    });
  }
  return items.map((item) => {
    const before = after.get(item.id);
    return before ? { ...item, waits: [...item.waits, { taskId: before.id, minH: 0, maxH: null, referenceC: 20 }] } : item;
  });
}
