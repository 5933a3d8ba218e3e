import type { JobModel } from '../jobs/index.js';
import { type LogLine, type SiteState, foldLog } from '../site-log/index.js';
import type { Booking } from './closed-hours.js';
import { type PlanConditions, USUAL_CREW } from './conditions.js';
import type { House } from './house.js';
import type { Store } from './material-hours.js';
import { measuredWalls } from './measured-walls.js';
import { placingOptions } from './placing-options.js';
import { type JobPlan, planJob } from './plan-job.js';
import type { PlacingOptions } from './programme-job.js';
import type { PlanRevision } from './revision.js';
import type { WorkItem } from './work-items.js';

/** A job as it is stored: what its work is, and what that is placed in time by. */
export interface StoredWork {
  model: JobModel;
  lines: readonly Pick<LogLine, 'entry'>[];
  revision: PlanRevision | null;
  house: House;
  /** of the organisation's other jobs */ bookings: readonly Booking[];
  /** YYYY-MM-DD, in the job's zone */ today: string;
  /** what lies in the store, for whoever may see it */ store?: Omit<Store, 'done' | 'jobId' | 'today'>;
}

export interface JobInTime {
  site: SiteState;
  conditions: PlanConditions;
  plan: JobPlan;
  /** as released, else as planned now */ workItems: readonly WorkItem[];
  placedBy: Omit<PlacingOptions, 'nowMs'>;
}

/** Plans a stored job and gathers what its work is placed by. Takes as long as planning does. */
export function jobInTime({ model, lines, revision, house, bookings, today, store }: StoredWork): JobInTime {
  const site = foldLog(lines);
  const conditions = revision?.conditions ?? USUAL_CREW;
  const plan = planJob(model, conditions, house);
  const workItems = revision?.workItems ?? plan.workItems;
  const faceOf = new Map(workItems.map(({ id, faceId }) => [id, faceId]));
  const walls = measuredWalls(model, site, (id) => faceOf.get(id));
  const wallsC = new Map([...walls].map(([id, { history }]) => [id, history]));
  const placedBy = placingOptions({
    ...{ model, plan, workItems, house, bookings, today, tool: conditions.tool, wallsC },
    ...(store ? { store: { ...store, jobId: model.job.id, done: site.done } } : {}),
  });
  return { site, conditions, plan, workItems, placedBy };
}
