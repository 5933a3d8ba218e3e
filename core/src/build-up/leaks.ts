import type { Feature } from '../jobs/index.js';

const RUNS: ReadonlySet<Feature['wetState']> = new Set(['weeping', 'dripping', 'running', 'gushing']);

/** Shows active or past leakage. Damp alone is not a leak. */
export function leaks(feature: Pick<Feature, 'wetState' | 'pastLeakage'>): boolean {
  return RUNS.has(feature.wetState) || feature.pastLeakage === true;
}
