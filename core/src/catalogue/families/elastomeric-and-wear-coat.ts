import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const elastomericAndWearCoat: Family = {
  id: 'elastomeric-and-wear-coat',
  detailing: 'membrane',
  layers: [COAT, { id: 'wear', role: 'wear-coat', after: { minH: 24, maxH: null }, counts: false }],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'film',
  worksInPores: false,
  limits: ['wants-dry'],
  source: COMMON_PRACTICE,
};
