import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const aboveGradeElastomeric: Family = {
  id: 'above-grade-elastomeric',
  detailing: 'paint',
  layers: [
    { id: 'acrylic-primer', role: 'acrylic-primer', counts: false },
    { ...COAT, crosswise: false },
  ],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'film',
  worksInPores: false,
  limits: ['above-grade-only', 'wants-dry'],
  spoiltBy: { 'paint-on-sealer': ['sealer'] },
  source: COMMON_PRACTICE,
};
