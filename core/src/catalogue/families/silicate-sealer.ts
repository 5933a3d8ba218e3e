import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const silicateSealer: Family = {
  id: 'silicate-sealer',
  detailing: 'soak',
  layers: [{ ...COAT, crosswise: false }],
  schools: ['sealer-wetting'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'soaking',
  worksInPores: true,
  limits: ['wants-dry', 'weak-skin'],
  source: COMMON_PRACTICE,
};
