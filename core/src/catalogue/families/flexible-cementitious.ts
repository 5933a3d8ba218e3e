import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, LEVELLED, NO_READING_UNDER } from './layers.js';

export const flexibleCementitious: Family = {
  id: 'flexible-cementitious',
  detailing: 'membrane',
  layers: [LEVELLED, COAT, BOARD],
  schools: ['wetting', 'flexible-curing'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'cement',
  worksInPores: false,
  leastFilmShare: NO_READING_UNDER,
  limits: ['weak-skin'],
  source: COMMON_PRACTICE,
};
