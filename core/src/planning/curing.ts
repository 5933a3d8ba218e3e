import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { PACES } from './paces.js';

/** Keeping fresh coats wet: how often, over how much, and the hours of one person that it takes. */
export interface Curing {
  mistsPerDay: number;
  days: number;
  rounds: number;
  areaM2: number;
  workH: number;
}

/** What the school that keeps flexible coats wet asks for, where the sheet says nothing; common practice, no source. */
const KEPT_WET = { mistsPerDay: 3, days: 2 } as const;

/** By the product's sheet, which no school overrules; for flexible coats without a word on it, by the school. Undefined where nothing is kept wet. */
export function curingOf(plan: FacePlan, house: House): Curing | undefined {
  const { areaM2, family, products, schools } = plan;
  const bySchool = family?.schools.includes('flexible-curing') && schools['flexible-curing'].school === 'A' ? KEPT_WET : undefined;
  const cure = products?.coat?.coat?.cure ?? bySchool;
  if (!products || !cure) return undefined;
  const rounds = cure.mistsPerDay * cure.days;
  return { ...cure, rounds, areaM2, workH: (rounds * areaM2 * (house.paces.cure ?? PACES.cure.minutes)) / 60 };
}
