import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { BOARD, COAT, NO_READING_UNDER, PRIMED_MINERAL } from './layers.js';

export const thickFilm: Family = {
  id: 'thick-film',
  detailing: 'membrane',
  layers: [
    PRIMED_MINERAL,
    {
      id: 'scratch',
      role: 'coat',
      when: [{ roughnessOver: 1.15 }, { substrates: ['block', 'rubble'] }],
      kgPerM2: 1.1,
      coats: 1,
      counts: false,
    },
    COAT,
    BOARD,
  ],
  schools: ['silicate-primer'],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'film',
  worksInPores: false,
  leastFilmShare: NO_READING_UNDER,
  limits: ['matt-damp-or-primed'],
  bondsTo: ['bitumen'],
  source: COMMON_PRACTICE,
};
