import type { Face, JobModel } from './job.js';

/** Faces in the order in which one walks past them: room by room, and round each. */
export function facesInWalk({ spaces, faces }: Pick<JobModel, 'spaces' | 'faces'>): Face[] {
  const roomAt = new Map([...spaces].sort((a, b) => a.order - b.order).map(({ id }, i) => [id, i]));
  const at = (face: Face) => roomAt.get(face.spaceId) ?? Infinity;
  return [...faces].sort((a, b) => at(a) - at(b) || a.order - b.order);
}
