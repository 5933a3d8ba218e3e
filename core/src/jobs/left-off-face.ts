import { type Issue, issue } from '../issues.js';
import { isOnFace } from './geometry.js';
import type { Face, Feature, Reading } from './job.js';

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
