import type { JobSeen } from './missing-in.js';

/** How far a job is, each as a share of 1 of what there is to do; undefined where there is nothing to do yet. */
export interface JobShares {
  /** faces that were looked over, of all */ surveyed?: number;
  /** faces with a build-up in the released plan, of all */ planned?: number;
  /** released work that is finished, by its minutes */ coated?: number;
}

/** Survey, plan and work of a job as shares. What is proven is not counted yet: tests are not recorded by work. */
export function sharesOf({ model, revision, site }: Pick<JobSeen, 'model' | 'revision' | 'site'>): JobShares {
  const { faces, features } = model;
  if (faces.length === 0) return {};
  const found = new Set(features.map(({ faceId }) => faceId));
  const seen = faces.filter(({ id, clearAt }) => clearAt !== undefined || found.has(id));
  const released = new Set((revision?.workItems ?? []).map(({ faceId }) => faceId));
  const work = revision?.workItems ?? [];
  const minutes = (items: typeof work) => items.reduce((sum, { durationMin }) => sum + durationMin, 0);
  const done = work.filter(({ id }) => site.done.get(id)?.finishedAt !== undefined);
  return {
    surveyed: seen.length / faces.length,
    planned: faces.filter(({ id }) => released.has(id)).length / faces.length,
    ...(work.length > 0 ? { coated: minutes(done) / Math.max(1, minutes(work)) } : {}),
  };
}
