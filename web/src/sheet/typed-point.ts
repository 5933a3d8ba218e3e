import type { FacePoint } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { readQuantity } from '../shared/numbers';

/** Keys of which a point is typed while a tool is in hand. */
export const POINT_KEYS = /^[0-9.,;+\- ]$/;

/**
 * A point typed as `along up`, parted by a blank or a semicolon, in the person's unit of length. With a plus before it, it counts
 * from the last point. Undefined for what is no two numbers.
 */
export function readTypedPoint(text: string, last: FacePoint | undefined, units: UnitSystem): FacePoint | undefined {
  const isFromLast = text.trim().startsWith('+');
  const parts = text
    .trim()
    .replace(/^\+/, '')
    .split(/[\s;]+/)
    .filter((part) => part !== '')
    .map((part) => readQuantity(part, 'm', units));
  const [u, v] = parts;
  if (parts.length !== 2 || u === undefined || v === undefined || Number.isNaN(u) || Number.isNaN(v)) return undefined;
  if (!isFromLast) return [u, v];
  return last && [last[0] + u, last[1] + v];
}
