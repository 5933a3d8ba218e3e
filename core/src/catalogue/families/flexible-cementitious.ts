import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT, LEVELLED, NO_READING_UNDER } from './layers.js';

export const flexibleCementitious: Family = {
  id: 'flexible-cementitious',
  detailing: 'membrane',
  layers: [LEVELLED, COAT],
  schools: ['wetting', 'flexible-curing'],
  wantsWet: true,
  placed: 'on-the-face',
  worksInPores: false,
  leastFilmShare: NO_READING_UNDER,
  limits: ['salts-push-off', 'weak-skin'],
  source: COMMON_PRACTICE,
};
