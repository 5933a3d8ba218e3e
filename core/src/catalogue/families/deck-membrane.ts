import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import type { Product } from '../product.js';
import { BY_MASS, FENNICK, HULVANE } from '../shipped/base.js';
import { COAT } from './layers.js';

/** Coats that cars or people go on, over rooms: primer, a membrane that stretches, a wear coat with sand. */
export const deckMembrane: Family = {
  id: 'deck-membrane',
  detailing: 'membrane',
  layers: [
    { id: 'epoxy-primer', role: 'epoxy-primer', counts: false },
    { ...COAT, crosswise: false },
    { id: 'wear', role: 'wear-coat', counts: false },
  ],
  schools: [],
  wantsWet: false,
  placed: 'on-the-face',
  preparedFor: 'resin',
  worksInPores: false,
  limits: ['horizontals-only', 'not-overhead', 'wants-dry', 'weak-skin'],
  source: COMMON_PRACTICE,
};

const RESIN = {
  ...BY_MASS,
  binder: 'polyurethane',
  mix: { addTo: 'liquid', mixMin: 3, standMin: 0, maxRpm: 300, wholePacksOnly: true },
  hazards: ['isocyanate'],
  limits: { surfaceMinC: 8, surfaceMaxC: 30, airMinC: 8, airMaxC: 30, dewMarginC: 3, rainFreeH: 8, minCsp: 3, minAgeH: 672 },
} as const satisfies Partial<Product>;

/** Rates and waits are invented within the ranges of common practice: membrane 1.5 to 2.5 kg/m², 4 to 24 h between layers. */
export const DECK_PRODUCTS: readonly Product[] = [
  {
    ...RESIN,
    id: 'fennick-ramp',
    version: 1,
    name: 'Fennick Ramp deck membrane',
    maker: FENNICK,
    role: 'coat',
    families: ['deck-membrane'],
    packs: [{ size: 21, priceMinor: 23_500 }],
    parts: [
      { name: 'part-a', share: 5, densityKgL: 1.35 },
      { name: 'part-b', share: 2, densityKgL: 1.2 },
    ],
    densityKgL: 1.3,
    workingLifeMin: 30,
    placingKgPerMin: { trowel: 2.4, squeegee: 3 },
    coat: {
      kgPerM2PerCoat: 2,
      coats: 1,
      wetFilmMm: 1.54,
      volumeSolidsPct: 100,
      recoat: { minH: 6, maxH: 24 },
      coverH: 24,
      waterH: 168,
      rating: { positiveKPa: 50, negativeKPa: 0, onStrengthMPa: 20 },
      bridgesMm: 1,
      traffic: 'foot',
      sdM: 60,
    },
  },
  {
    ...RESIN,
    id: 'hulvane-span',
    version: 1,
    name: 'Hulvane Span deck membrane',
    maker: HULVANE,
    role: 'coat',
    families: ['deck-membrane'],
    packs: [{ size: 14, priceMinor: 16_900 }],
    parts: [
      { name: 'part-a', share: 3, densityKgL: 1.4 },
      { name: 'part-b', share: 1, densityKgL: 1.2 },
    ],
    densityKgL: 1.35,
    workingLifeMin: 25,
    placingKgPerMin: { trowel: 2.4, squeegee: 3 },
    coat: {
      kgPerM2PerCoat: 1.8,
      coats: 1,
      wetFilmMm: 1.33,
      volumeSolidsPct: 100,
      recoat: { minH: 5, maxH: 18 },
      coverH: 24,
      waterH: 168,
      rating: { positiveKPa: 40, negativeKPa: 0, onStrengthMPa: 20 },
      bridgesMm: 0.6,
      traffic: 'foot',
      sdM: 50,
    },
  },
  {
    ...RESIN,
    id: 'fennick-tread',
    version: 1,
    name: 'Fennick Tread wear coat',
    maker: FENNICK,
    role: 'wear-coat',
    families: ['deck-membrane'],
    packs: [{ size: 24, priceMinor: 21_000 }],
    parts: [
      { name: 'part-a', share: 4, densityKgL: 1.5 },
      { name: 'part-b', share: 1, densityKgL: 1.2 },
    ],
    densityKgL: 1.45,
    workingLifeMin: 25,
    placingKgPerMin: { roller: 1, squeegee: 2 },
    coat: {
      kgPerM2PerCoat: 0.9,
      coats: 1,
      wetFilmMm: 0.62,
      volumeSolidsPct: 100,
      recoat: { minH: 8, maxH: 24 },
      coverH: 24,
      waterH: 168,
      traffic: 'vehicles',
      sdM: 30,
    },
  },
];
