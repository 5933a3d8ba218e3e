import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT, NO_READING_UNDER } from './layers.js';

export const hotRubber: Family = {
  id: 'hot-rubber',
  detailing: 'hot',
  layers: [
    { id: 'bitumen-primer', role: 'bitumen-primer', counts: false },
    { ...COAT, part: 'first' },
    { id: 'fabric', role: 'fabric', embedded: true, lapPct: 8, counts: false },
    { ...COAT, part: 'rest', crosswise: false },
    { id: 'board', role: 'protection-board', lapPct: 3, counts: false },
  ],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'hot',
  worksInPores: false,
  leastFilmShare: NO_READING_UNDER,
  limits: ['horizontals-only', 'not-overhead', 'wants-dry'],
  source: COMMON_PRACTICE,
};
