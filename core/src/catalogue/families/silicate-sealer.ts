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
  worksInPores: true,
  limits: ['no-liquid-head', 'wants-dry', 'moves-under-film', 'salts-push-off', 'weak-skin'],
  source: COMMON_PRACTICE,
};
