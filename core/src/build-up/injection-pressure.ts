import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type Face, MASONRY } from '../jobs/index.js';

/** At the packer, bar, that masonry and what nobody knows the strength of is injected with at most; common practice, no source. */
const GENTLY_BAR = 10;
/** A third of the compressive strength: beyond it the crack opens further. 1 MPa is 10 bar. */
const SHARE_OF_STRENGTH = 1 / 3;
const BAR_PER_MPA = 10;
/** Above it nobody injects by hand-held packers, whatever the concrete; common practice, no source. */
const MOST_BAR = 200;

export const INJECTION_PRESSURE = {
  gentlyBar: GENTLY_BAR,
  shareOfStrength: SHARE_OF_STRENGTH,
  mostBar: MOST_BAR,
  source: { kind: 'memory', title: 'injection practice: bar at most = strength in MPa × 10 / 3' } satisfies Source as Source,
  gently: COMMON_PRACTICE,
};

/** Highest pressure at a packer, bar: by the strength of the concrete, gently in masonry and where no strength is known. */
export function mostInjectionBar({ substrate, strengthMPa }: Pick<Face, 'substrate' | 'strengthMPa'>): number {
  if (MASONRY.includes(substrate) || !(strengthMPa > 0)) return GENTLY_BAR;
  return Math.min(MOST_BAR, Math.floor(strengthMPa * BAR_PER_MPA * SHARE_OF_STRENGTH));
}
