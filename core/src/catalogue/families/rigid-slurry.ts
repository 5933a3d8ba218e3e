import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT, LEVELLED } from './layers.js';

export const rigidSlurry: Family = {
  id: 'rigid-slurry',
  detailing: 'tanking',
  layers: [LEVELLED, COAT],
  schools: ['old-masonry', 'rising-injection', 'wetting', 'silicate-primer'],
  wantsWet: true,
  placed: 'on-the-face',
  worksInPores: false,
  limits: ['moves', 'salts-push-off'],
  source: COMMON_PRACTICE,
};
