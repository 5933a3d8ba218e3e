import type { Product } from '../catalogue/index.js';
import { workSurely } from '../fields/index.js';
import { DOUBLES_PER_TEN, ageRate } from '../physics/index.js';
import { plugTiming } from '../programme/index.js';
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

/** Pressed into running water, and held by hand until it has set. */
export const isPlug = ({ hazards }: Pick<Product, 'hazards'>): boolean => hazards?.includes('hot-plug') ?? false;

/**
 * Until when a handful of plug is held, ms since 1970, from when it was pressed in: by the calculator `plug-timing`, with what the sheet
 * gives it as its setting time. Undefined of what is no plug, or was not pressed in.
 */
export function heldUntilMs(
  { became, becameAt }: Pick<Pail, 'became' | 'becameAt'>,
  product: Pick<Product, 'hazards' | 'workingLifeMin' | 'referenceC'>,
  temperatureC: number,
): number | undefined {
  const { workingLifeMin, referenceC } = product;
  if (!isPlug(product) || workingLifeMin === undefined || became !== 'used' || becameAt === undefined) return undefined;
  const { holdS } = workSurely(plugTiming, { setS: workingLifeMin * 60, referenceC, temperatureC, ...DOUBLES_PER_TEN }).output;
  return becameAt + holdS * 1000;
}
