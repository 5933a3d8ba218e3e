import type { Feature } from '../jobs/index.js';
import { RUNNING } from './scales.js';

/** Shows active or past leakage. Damp alone is not a leak. */
export function leaks(feature: Pick<Feature, 'wetState' | 'pastLeakage'>): boolean {
  return RUNNING.includes(feature.wetState) || feature.pastLeakage === true;
}
