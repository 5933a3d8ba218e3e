import type { Coat } from '../catalogue/index.js';

/** A coat is called open to vapour up to this equivalent air layer, m (DIN 4108-3, from memory). */
export const OPEN_TO_VAPOUR_M = 0.5;

/** Concrete counts as green until then; common practice, no source. */
export const CURED_DAYS = 28;

/** What may go over a coat, from nothing up. */
export const TRAFFIC_RANK: Readonly<Record<Coat['traffic'], number>> = { none: 0, foot: 1, vehicles: 2 };
