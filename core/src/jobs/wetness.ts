import { FEATURE_SPECS } from './feature-kinds.js';
import type { Feature, WetState } from './job.js';

/** From dry to wettest. */
export const WET_STATES: readonly WetState[] = ['dry', 'damp', 'weeping', 'dripping', 'running', 'gushing'];

/** Water comes out of it by itself now. Damp alone is none of it. */
export function runs({ wetState }: Pick<Feature, 'wetState'>): boolean {
  return wetState !== undefined && WET_STATES.indexOf(wetState) >= WET_STATES.indexOf('weeping');
}

/** Water comes out of it now, or is known to have come: either way it is treated as a leak. */
export function leaks(feature: Pick<Feature, 'wetState' | 'pastLeakage'>): boolean {
  return runs(feature) || feature.pastLeakage === true;
}

/** Nobody has looked whether water comes: it is treated as if it did, until somebody has. */
export function mayLeak(feature: Pick<Feature, 'wetState' | 'pastLeakage'>): boolean {
  return leaks(feature) || feature.wetState === undefined;
}

/** How wet a thing is planned as: one that nobody has looked at as weeping. */
export function plannedWetness({ wetState }: Pick<Feature, 'wetState'>): WetState {
  return wetState ?? 'weeping';
}

/** The wettest that any of these is planned as; dry where nothing is. */
export function wettest(features: readonly Pick<Feature, 'wetState'>[]): WetState {
  return WET_STATES[Math.max(0, ...features.map((feature) => WET_STATES.indexOf(plannedWetness(feature))))]!;
}

/** Nobody has looked whether it moves: it is treated as if it did, until somebody has. */
export function mayMove({ kind, movement }: Pick<Feature, 'kind' | 'movement'>): boolean {
  return movement === 'moving' || (movement === undefined && FEATURE_SPECS[kind].may.includes('movement'));
}

/** It opens and closes: nothing hard may lie across it. */
export function moves({ movement }: Pick<Feature, 'movement'>): boolean {
  return movement === 'moving';
}
