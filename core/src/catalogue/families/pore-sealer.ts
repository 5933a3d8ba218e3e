import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const poreSealer: Family = {
  id: 'pore-sealer',
  detailing: 'soak',
  layers: [
    { id: 'thinned', role: 'coat', kgPerM2: 0.05, coats: 1, after: { minH: 1, maxH: null }, counts: false },
    { ...COAT, after: { minH: 3.5, maxH: 24 } },
  ],
  schools: ['old-masonry'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'repelling',
  worksInPores: true,
  limits: [],
  source: COMMON_PRACTICE,
};
