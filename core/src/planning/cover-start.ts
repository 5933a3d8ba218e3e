import type { Programme } from '../programme/index.js';
import type { FacePlan } from './face-plan.js';
import type { WorkItem } from './work-items.js';

/** When the first layer goes over a face by the programme, ms: what lies under it dries that way no more. Undefined where none is to come, or one has been begun. */
export function coverStartMs(
  { faceId, layers }: Pick<FacePlan, 'faceId' | 'layers'>,
  workItems: readonly WorkItem[],
  { tasks }: Pick<Programme, 'tasks'>,
): number | undefined {
  const laid = new Set<string>(layers.map((layer) => layer.id));
  const ids = new Set(workItems.filter((item) => item.faceId === faceId && !item.targetId && laid.has(item.step)).map(({ id }) => id));
  const own = tasks.filter((task) => ids.has(task.id));
  if (own.length === 0 || own.some(({ state }) => state !== 'planned')) return undefined;
  return Math.min(...own.map(({ startMs }) => startMs));
}
