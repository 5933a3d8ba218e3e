import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const epoxyVapourBarrier: Family = {
  id: 'epoxy-vapour-barrier',
  detailing: 'slab',
  layers: [
    { ...COAT, crosswise: false },
    { id: 'acrylic-primer', role: 'acrylic-primer', when: [{ finish: true }], counts: false },
    { id: 'levelling-compound', role: 'levelling-compound', when: [{ finish: true }], counts: false },
  ],
  schools: ['slab-preparation'],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'resin',
  worksInPores: false,
  limits: ['slabs-only', 'wants-dry', 'slab-not-measured', 'blast-always', 'knife-first', 'weak-skin'],
  source: COMMON_PRACTICE,
};
