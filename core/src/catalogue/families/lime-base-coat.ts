import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT, MESHED } from './layers.js';

export const limeBaseCoat: Family = {
  id: 'lime-base-coat',
  detailing: 'lime',
  layers: [
    { ...COAT, crosswise: false },
    { ...MESHED, id: 'mesh' },
  ],
  schools: ['old-masonry', 'rising-injection'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'lime',
  worksInPores: false,
  // some 2 m of water with safety, as practitioners promise on masonry
  onMasonry: { mostKPa: 30 },
  limits: ['old-masonry-only'],
  spoiltBy: { 'lime-over-closed': ['cement-slurry', 'sealer', 'epoxy', 'bitumen', 'paint'] },
  source: COMMON_PRACTICE,
};
