import type { UnitSystem } from '@caulkhorn/core/quantities';
import { fieldText } from '../shared/numbers';

/** What most faces are, as texts in the reader's own units: what a new one starts from. */
export const usualFace = (units: UnitSystem) => ({
  substrate: 'cast-concrete',
  strengthMPa: fieldText(30, 'MPa', units),
  thicknessMm: fieldText(300, 'mm', units),
  roughnessFactor: '1.1',
});
