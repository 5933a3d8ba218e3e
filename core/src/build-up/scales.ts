import type { Coat } from '../catalogue/index.js';
import type { Feature, WetState } from '../jobs/index.js';

/** A coat is called open to vapour up to this equivalent air layer, m (DIN 4108-3, from memory). */
export const OPEN_TO_VAPOUR_M = 0.5;

/** What may go over a coat, from nothing up. */
export const TRAFFIC_RANK: Readonly<Record<Coat['traffic'], number>> = { none: 0, foot: 1, vehicles: 2 };

const WET_ORDER: readonly WetState[] = ['dry', 'damp', 'weeping', 'dripping', 'running', 'gushing'];
/** Water that comes by itself. */
export const RUNNING: readonly WetState[] = WET_ORDER.slice(2);

/** The wettest state on a face; dry where nothing is. */
export function wettest(features: readonly Pick<Feature, 'wetState'>[]): WetState {
  return WET_ORDER[Math.max(0, ...features.map(({ wetState }) => WET_ORDER.indexOf(wetState)))]!;
}
