import { type Face, MASONRY } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { readQuantity } from '../shared/numbers';

const USUAL_STRENGTH = { metric: '30', us: '4000' } as const;

/** What most faces are, as texts in round figures of the reader's own units: what a new one starts from. */
export const usualFace = (units: UnitSystem) => ({
  // what it is made of is looked at, and its strength follows from that
  substrate: '',
  strengthMPa: '',
  thicknessMm: units === 'us' ? '12' : '300',
  roughnessFactor: '1.1',
});

const isMasonry = (substrate: string): boolean => MASONRY.includes(substrate as Face['substrate']);

/** What stands in the strength's field once another substrate is chosen: masonry has no usual figure, and what somebody typed stays. */
export function strengthFor(substrate: string, typed: string, units: UnitSystem): string {
  const usual = USUAL_STRENGTH[units];
  if (isMasonry(substrate)) return typed === usual ? '' : typed;
  return typed.trim() === '' ? usual : typed;
}

/** MPa as typed; of masonry that nobody measured none, 0. Unreadable figures are NaN for the check to refuse. */
export function readStrength(substrate: string, typed: string, units: UnitSystem): number {
  return typed.trim() === '' && isMasonry(substrate) ? 0 : (readQuantity(typed, 'MPa', units) ?? NaN);
}
