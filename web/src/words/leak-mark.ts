import type { JobModel } from '@caulkhorn/core/jobs';

/** A leak's mark, with its wall's where it is on another one than `faceId`. */
export function leakMark(id: string, { features, faces }: Pick<JobModel, 'features' | 'faces'>, faceId: string): string | undefined {
  const feature = features.find((each) => each.id === id);
  if (!feature || feature.faceId === faceId) return feature?.mark;
  const wall = faces.find((face) => face.id === feature.faceId);
  return wall ? `${wall.mark} ${feature.mark}` : feature.mark;
}
