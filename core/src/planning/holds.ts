import type { LayerId } from '../catalogue/index.js';
import type { HoldKind } from '../jobs/index.js';
import { isCover } from '../materials/index.js';
import type { FacePlan } from './face-plan.js';
import type { WorkItem } from './work-items.js';

/** The same work; the first layer of each strip, and the first that covers the coat, wait to be let go where the job has such hold points. */
export function withHolds(items: readonly WorkItem[], { layers }: Pick<FacePlan, 'layers'>, holds: readonly HoldKind[]): WorkItem[] {
  if (holds.length === 0) return [...items];
  const laid = new Set(layers.map(({ id }) => id));
  const isLaid = ({ targetId, step }: WorkItem) => targetId === undefined && laid.has(step);
  const covers = ({ targetId, step }: WorkItem) => targetId === undefined && isCover({ id: step as LayerId });
  const firsts = new Map<number, WorkItem>();
  for (const item of items) if (isLaid(item) && !covers(item) && !firsts.has(item.zone?.no ?? 0)) firsts.set(item.zone?.no ?? 0, item);
  const first = new Set(firsts.values());
  const cover = items.find(covers);
  return items.map((item) => {
    if (holds.includes('ready') && first.has(item)) return { ...item, hold: 'ready' };
    return holds.includes('cover') && item === cover ? { ...item, hold: 'cover' } : item;
  });
}

type Placed = Pick<WorkItem, 'id' | 'faceId' | 'zone'>;

/** What is done on the face before a piece of work, by id; strips do not wait for each other. */
export function workItemsBefore(items: readonly Placed[], { id, faceId, zone }: Placed): string[] {
  const onFace = items.filter((item) => item.faceId === faceId);
  const before = onFace.slice(
    0,
    Math.max(
      0,
      onFace.findIndex((item) => item.id === id),
    ),
  );
  return before.filter((item) => item.zone === undefined || item.zone.no === zone?.no).map((item) => item.id);
}
