import type { JobModel } from '../jobs/index.js';
import type { WorkItem } from '../planning/index.js';
import type { OutlookLine } from './outlook-line.js';

/** What a piece of work is called by: its step, which coat of it, and the mark of what it is done to. */
export function workValues(item: WorkItem, { features }: Pick<JobModel, 'features'>): NonNullable<OutlookLine['values']> {
  const on = item.targetId === undefined ? undefined : (features.find(({ id }) => id === item.targetId)?.mark ?? '');
  return {
    workItemId: item.id,
    step: item.step,
    ...(item.coatNo === undefined ? {} : { coatNo: item.coatNo }),
    ...(item.zone ? { strip: item.zone.no, strips: item.zone.of } : {}),
    ...(on === undefined ? {} : { on }),
  };
}
