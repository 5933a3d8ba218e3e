import { SAME_AIR_H } from '../physics/index.js';
import { HOUR_MS } from '../quantities/index.js';
import type { Measurement } from './fold.js';

/** Of what was measured there, the nearest in time, while the air was still the same; undefined where nobody measured then. */
export function nearestMeasurement(
  measured: readonly Measurement[],
  atMs: number,
  isThere: (each: Measurement) => boolean,
): Measurement | undefined {
  const apartMs = ({ at }: Measurement) => Math.abs(at - atMs);
  return measured.filter((each) => apartMs(each) <= SAME_AIR_H * HOUR_MS && isThere(each)).sort((a, b) => apartMs(a) - apartMs(b))[0];
}
