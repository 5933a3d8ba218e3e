import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, LEVELLED } from './layers.js';

export const rigidSlurry: Family = {
  id: 'rigid-slurry',
  detailing: 'tanking',
  layers: [LEVELLED, COAT, BOARD],
  schools: ['old-masonry', 'rising-injection', 'wetting', 'silicate-primer'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'cement',
  worksInPores: false,
  limits: [],
  source: COMMON_PRACTICE,
};
