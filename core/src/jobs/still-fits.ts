import { type Issue, issue } from '../issues.js';
import { isOnFace } from './geometry.js';
import type { AnyItem, ItemKind } from './item-kinds.js';
import type { Face, Feature, JobModel, Reading, WaterBody, WaterLevel } from './job.js';

/**
 * What was seen or measured on a face and no longer fits it once it is changed: off its outline, inside an opening, or
 * probed deeper than it is thick. Refuses the change (`features-left-off`, `readings-left-off`); paths start at `path`.
 */
export function checkLeftOff(
  face: Face,
  { features, readings }: { features: readonly Feature[]; readings: readonly Reading[] },
  path = '',
): Issue[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  const off = features.filter(({ faceId, path: points }) => faceId === face.id && !points.every((point) => isOnFace(face, point)));
  const own = readings.filter(({ faceId }) => faceId === face.id);
  const unplaced = own.filter(({ point }) => point && !isOnFace(face, point));
  const tooDeep = own.filter(({ depthMm = 0 }) => depthMm > face.thicknessMm);
  return [
    ...(off.length > 0 ? [issue('features-left-off', at('outline'), { marks: off.map(({ mark }) => mark).join(', ') })] : []),
    ...(unplaced.length > 0 ? [issue('readings-left-off', at('outline'), { n: unplaced.length })] : []),
    ...(tooDeep.length > 0 ? [issue('probed-deeper', at('thicknessMm'), { depthMm: Math.max(...tooDeep.map((r) => r.depthMm!)) })] : []),
  ];
}

/** What refers to a thing, by kind; lists that cannot refer to it are empty. */
export type Referrers = Pick<JobModel, 'faces' | 'features' | 'readings' | 'photos' | 'waterBodies'>;

/**
 * What refers to a thing and would no longer hold once it is changed: whatever a job takes must leave and come in again as a whole.
 * Refuses the change; paths start at `path`.
 */
export function checkReferrers(kind: ItemKind, item: AnyItem, on: Referrers, path = ''): Issue[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  if (kind === 'face') return checkLeftOff(item as Face, on, path);
  if (kind === 'feature') {
    const { id, faceId } = item as Feature;
    const elsewhere = on.photos.some((photo) => photo.featureId === id && photo.faceId !== faceId);
    return elsewhere ? [issue('photos-of-its-face', at('faceId'))] : [];
  }
  if (kind === 'water-body') {
    const body = item as WaterBody;
    const sides = on.faces.flatMap(({ near, far }) => [near, far]).filter(({ waterBodyId }) => waterBodyId === body.id);
    return sides.some((side) => side.kind !== body.kind) ? [issue('stands-against-faces', at('kind'))] : [];
  }
  if (kind === 'water-level') {
    const level = item as WaterLevel;
    const governs = on.waterBodies.some(({ id, governingLevelId }) => governingLevelId === level.id && id !== level.waterBodyId);
    return governs ? [issue('governs-another-water', at('waterBodyId'))] : [];
  }
  return [];
}
