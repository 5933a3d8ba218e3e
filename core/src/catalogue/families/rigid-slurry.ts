import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, DAMP_COURSE, LEVELLED } from './layers.js';

export const rigidSlurry: Family = {
  id: 'rigid-slurry',
  detailing: 'tanking',
  layers: [DAMP_COURSE, LEVELLED, COAT, BOARD],
  schools: ['old-masonry', 'rising-injection', 'wetting', 'silicate-primer'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'cement',
  worksInPores: false,
  limits: [],
  source: COMMON_PRACTICE,
};
