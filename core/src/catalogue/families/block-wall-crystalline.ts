import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import { COAT } from './layers.js';

export const blockWallCrystalline: Family = {
  id: 'block-wall-crystalline',
  detailing: 'block',
  layers: [
    { ...COAT, coats: 1, kgPerM2: 1 },
    { id: 'render', role: 'polymer-render', after: { minH: 12, maxH: null }, counts: true },
  ],
  schools: ['crack-width', 'wetting'],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'crystals',
  worksInPores: true,
  // some 2 m of water with safety, as practitioners promise on masonry
  onMasonry: { mostKPa: 30 },
  limits: ['block-only'],
  source: COMMON_PRACTICE,
};
