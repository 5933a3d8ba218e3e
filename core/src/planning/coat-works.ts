import { LAYER_IDS } from '../catalogue/index.js';
import type { FamilyId } from '../jobs/index.js';
import type { CoatWork } from '../site-log/index.js';
import type { WorkItem } from './work-items.js';

const LAYERS: ReadonlySet<string> = new Set(LAYER_IDS);
const isCoat = ({ step, targetId }: WorkItem): boolean => targetId === undefined && step.startsWith('coat-');
const isLaidOver = (item: WorkItem): boolean => isCoat(item) || (item.targetId === undefined && LAYERS.has(item.step));

/**
 * The coats of a plan, each with its family and with what is laid on it next: of a face that is coated in strips what comes on the same
 * strip, or over all of them.
 * @param familyOf of a face, by its id; undefined where nothing is laid
 */
export function coatWorks(workItems: readonly WorkItem[], familyOf: (faceId: string) => FamilyId | undefined): CoatWork[] {
  return workItems.flatMap((item, i) => {
    const family = isCoat(item) ? familyOf(item.faceId) : undefined;
    if (!family) return [];
    const next = workItems
      .slice(i + 1)
      .find((each) => each.faceId === item.faceId && isLaidOver(each) && (!each.zone || each.zone.no === item.zone?.no));
    return [{ id: item.id, family, ...(next ? { coveredBy: next.id } : {}) }];
  });
}
