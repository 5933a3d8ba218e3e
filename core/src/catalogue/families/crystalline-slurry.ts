import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const crystallineSlurry: Family = {
  id: 'crystalline-slurry',
  detailing: 'rigid',
  layers: [COAT],
  schools: ['crack-width', 'second-coat', 'wetting', 'crystalline-coats'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'crystals',
  worksInPores: true,
  limits: ['wants-cement-pores'],
  source: COMMON_PRACTICE,
};
