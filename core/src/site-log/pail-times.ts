import type { Product } from '../catalogue/index.js';
import { DOUBLES_PER_TEN, ageRate } from '../physics/index.js';
import { MINUTE_MS } from '../quantities/index.js';
import type { Pail } from './fold.js';

/** Until when each stage of a pail lasts, ms since 1970, in this order; a stage that its sheet does not have is left out. */
export interface PailTimes {
  /** stirred until */ mixedMs: number;
  /** left to stand until */ stoodMs?: number;
  /** to be laid by */ overMs: number;
}

/**
 * By the product's sheet at the wall's temperature. Its life runs from when its parts met; cold never lengthens what the sheet states,
 * warmth shortens it, to a half for each ten degrees (common practice). Undefined of what is not mixed, or keeps.
 */
export function pailTimes(
  { begunAt }: Pick<Pail, 'begunAt'>,
  { mix, workingLifeMin, referenceC }: Pick<Product, 'mix' | 'workingLifeMin' | 'referenceC'>,
  temperatureC: number,
): PailTimes | undefined {
  if (!mix || workingLifeMin === undefined) return undefined;
  const mixedMs = begunAt + (mix.mixMin + (mix.firstAloneMin ?? 0)) * MINUTE_MS;
  const lifeMin = workingLifeMin / Math.max(1, ageRate(DOUBLES_PER_TEN, temperatureC, referenceC));
  return {
    mixedMs,
    ...(mix.standMin > 0 ? { stoodMs: mixedMs + mix.standMin * MINUTE_MS } : {}),
    overMs: begunAt + lifeMin * MINUTE_MS,
  };
}
