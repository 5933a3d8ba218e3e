import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, NO_READING_UNDER } from './layers.js';

export const moistureCurePu: Family = {
  id: 'moisture-cure-pu',
  detailing: 'membrane',
  layers: [COAT, BOARD],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'film',
  worksInPores: false,
  sealantCorners: true,
  leastFilmShare: NO_READING_UNDER,
  limits: ['not-overhead', 'weak-skin'],
  source: COMMON_PRACTICE,
};
