import type { UnitSystem } from '@caulkhorn/core/quantities';

/** What most faces are, as texts in round figures of the reader's own units: what a new one starts from. */
export const usualFace = (units: UnitSystem) => ({
  substrate: 'cast-concrete',
  ...(units === 'us' ? { strengthMPa: '4000', thicknessMm: '12' } : { strengthMPa: '30', thicknessMm: '300' }),
  roughnessFactor: '1.1',
});
