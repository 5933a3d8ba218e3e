import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, NO_READING_UNDER } from './layers.js';

export const liquidRubber: Family = {
  id: 'liquid-rubber',
  detailing: 'membrane',
  layers: [COAT, BOARD],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'film',
  worksInPores: false,
  leastFilmShare: NO_READING_UNDER,
  limits: [],
  source: COMMON_PRACTICE,
};
