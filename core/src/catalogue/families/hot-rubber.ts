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
    // into the fabric while it lies hot
    { ...COAT, part: 'rest', crosswise: false, after: { minH: 0, maxH: 0.5, atOnce: true } },
    // never left bare overnight
    { id: 'board', role: 'protection-board', after: { minH: 0, maxH: 4, atOnce: true }, lapPct: 3, counts: false },
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
