import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const crystallineDryShake: Family = {
  id: 'crystalline-dry-shake',
  detailing: 'rigid',
  layers: [{ ...COAT, coats: 1 }],
  schools: [],
  wantsWet: false,
  placed: 'on-green-concrete',
  preparedFor: 'green',
  worksInPores: false,
  limits: ['shake-on-slabs'],
  source: COMMON_PRACTICE,
};
