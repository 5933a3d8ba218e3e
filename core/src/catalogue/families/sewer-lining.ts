import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import type { Product } from '../product.js';
import { BY_MASS, CEMENT, FENNICK, HULVANE, OSMERE } from '../shipped/base.js';
import { COAT } from './layers.js';

/** Thick mortar that withstands what sewage makes of it; above strong gas a resin top over it. */
export const sewerLining: Family = {
  id: 'sewer-lining',
  detailing: 'tanking',
  layers: [
    { ...COAT, crosswise: false },
    { id: 'wear', role: 'wear-coat', when: [{ acid: true }], after: { minH: 24, maxH: 72 }, counts: false },
  ],
  schools: [],
  wantsWet: true,
  placed: 'on-the-face',
  preparedFor: 'cement',
  worksInPores: false,
  limits: ['weak-skin', 'sewers-first'],
  source: COMMON_PRACTICE,
};

const LINING = {
  ...CEMENT,
  role: 'coat',
  families: ['sewer-lining'],
  limits: { surfaceMinC: 5, surfaceMaxC: 30, dewMarginC: 0, frostFreeH: 24, minStrengthMPa: 10 },
  hazards: ['caustic-cement', 'silica-dust'],
} as const satisfies Partial<Product>;

/** Rates and waits are invented within the ranges of common practice: 15 to 25 mm in two passes, water after 6 to 24 h. */
export const SEWER_PRODUCTS: readonly Product[] = [
  {
    ...LINING,
    id: 'osmere-barrel',
    version: 1,
    name: 'Osmere Barrel lining mortar',
    maker: OSMERE,
    packs: [{ size: 25, priceMinor: 3_450 }],
    mix: { waterPerKgL: 0.15, addTo: 'liquid', mixMin: 3, standMin: 0, wholePacksOnly: false },
    densityKgL: 2.1,
    workingLifeMin: 30,
    placingKgPerMin: { trowel: 3, spray: 10 },
    coat: {
      kgPerM2PerCoat: 18.3,
      coats: 2,
      wetFilmMm: 10,
      recoat: { minH: 1, maxH: 6 },
      coverH: 24,
      waterH: 12,
      rating: { positiveKPa: 200, negativeKPa: 60, onStrengthMPa: 10 },
      traffic: 'foot',
      maxLayerMm: 15,
    },
  },
  {
    ...LINING,
    id: 'hulvane-invert',
    version: 1,
    name: 'Hulvane Invert lining mortar',
    maker: HULVANE,
    packs: [{ size: 20, priceMinor: 3_100 }],
    mix: { waterPerKgL: 0.16, addTo: 'liquid', mixMin: 4, standMin: 0, wholePacksOnly: false },
    densityKgL: 2.05,
    workingLifeMin: 40,
    placingKgPerMin: { trowel: 3, spray: 8 },
    coat: {
      kgPerM2PerCoat: 14.1,
      coats: 2,
      wetFilmMm: 8,
      recoat: { minH: 1.5, maxH: 8 },
      coverH: 24,
      waterH: 24,
      rating: { positiveKPa: 150, negativeKPa: 40, onStrengthMPa: 10 },
      traffic: 'foot',
      maxLayerMm: 12,
    },
  },
  {
    ...BY_MASS,
    id: 'fennick-crown',
    version: 1,
    name: 'Fennick Crown acid-proof top coat',
    maker: FENNICK,
    role: 'wear-coat',
    families: ['sewer-lining'],
    binder: 'epoxy',
    packs: [{ size: 10, priceMinor: 14_800 }],
    parts: [
      { name: 'part-a', share: 3, densityKgL: 1.5 },
      { name: 'part-b', share: 1, densityKgL: 1.05 },
    ],
    mix: { addTo: 'powder', mixMin: 3, standMin: 0, maxRpm: 300, wholePacksOnly: true },
    densityKgL: 1.4,
    workingLifeMin: 30,
    placingKgPerMin: { roller: 0.8, brush: 0.5 },
    coat: {
      kgPerM2PerCoat: 0.7,
      coats: 1,
      wetFilmMm: 0.5,
      volumeSolidsPct: 100,
      recoat: { minH: 8, maxH: 36 },
      coverH: 24,
      waterH: 168,
      traffic: 'foot',
      sdM: 40,
    },
    limits: { surfaceMinC: 8, surfaceMaxC: 30, airMinC: 8, airMaxC: 30, dewMarginC: 3, airRhMaxPct: 85 },
    hazards: ['sensitising-epoxy'],
  },
];
