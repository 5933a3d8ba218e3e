import { COMMON_PRACTICE } from '../../fields/index.js';
import type { Family } from '../family.js';
import type { Product } from '../product.js';
import { ANYWHERE, BY_MASS, BY_PIECE, FENNICK, HULVANE, OSMERE, TARNWICK } from '../shipped/base.js';

/** What leaks is filled under pressure; the face itself gets nothing. */
export const resinInjection: Family = {
  id: 'resin-injection',
  detailing: 'injection',
  layers: [],
  schools: [],
  wantsWet: false,
  placed: 'in-cracks',
  preparedFor: 'injection',
  material: 'injection-resin',
  worksInPores: false,
  limits: [],
  source: COMMON_PRACTICE,
};

const INJECTED = {
  ...BY_MASS,
  binder: 'polyurethane',
  limits: { surfaceMinC: 5, surfaceMaxC: 35, dewMarginC: 0 },
  hazards: ['isocyanate'],
} as const satisfies Partial<Product>;
const TWO_PARTS = {
  parts: [
    { name: 'part-a', share: 1, densityKgL: 1.0 },
    { name: 'part-b', share: 1, densityKgL: 1.12 },
  ],
  mix: { addTo: 'liquid', mixMin: 2, standMin: 0, maxRpm: 300, wholePacksOnly: false },
} as const satisfies Partial<Product>;

/** Figures are invented within the ranges of common practice. A pump places what a person does not brush. */
export const INJECTION_PRODUCTS: readonly Product[] = [
  {
    ...INJECTED,
    ...TWO_PARTS,
    id: 'hulvane-lode',
    version: 1,
    name: 'Hulvane Lode flexible injection resin',
    maker: HULVANE,
    role: 'injection-resin',
    packs: [{ size: 20, priceMinor: 31_000 }],
    densityKgL: 1.06,
    workingLifeMin: 60,
    placingKgPerMin: { spray: 0.3 },
    fill: { kgPerLitre: 1.06, maxLayerMm: 500, overcoatH: 24 },
  },
  {
    ...INJECTED,
    ...TWO_PARTS,
    id: 'fennick-vein',
    version: 1,
    name: 'Fennick Vein flexible injection resin',
    maker: FENNICK,
    role: 'injection-resin',
    packs: [
      { size: 5, priceMinor: 9_900 },
      { size: 20, priceMinor: 34_500 },
    ],
    densityKgL: 1.05,
    workingLifeMin: 90,
    placingKgPerMin: { spray: 0.3 },
    fill: { kgPerLitre: 1.05, maxLayerMm: 500, overcoatH: 24 },
  },
  {
    ...INJECTED,
    id: 'hulvane-surge',
    version: 1,
    name: 'Hulvane Surge injection foam',
    maker: HULVANE,
    role: 'injection-foam',
    packs: [{ size: 10, priceMinor: 18_700 }],
    densityKgL: 1.1,
    placingKgPerMin: { spray: 0.5 },
    // it foams up to several times its volume where it meets water
    fill: { kgPerLitre: 0.3, maxLayerMm: 500, overcoatH: 2 },
  },
  {
    ...BY_MASS,
    ...TWO_PARTS,
    id: 'tarnwick-mantle',
    version: 1,
    name: 'Tarnwick Mantle injection gel',
    maker: TARNWICK,
    role: 'injection-gel',
    binder: 'acrylic',
    packs: [{ size: 40, priceMinor: 29_800 }],
    densityKgL: 1.05,
    workingLifeMin: 10,
    placingKgPerMin: { spray: 1 },
    fill: { kgPerLitre: 1.05, maxLayerMm: 500, overcoatH: 24 },
    limits: { surfaceMinC: 5, surfaceMaxC: 35, dewMarginC: 0 },
  },
  {
    ...BY_PIECE,
    id: 'osmere-spigot',
    version: 1,
    name: 'Osmere Spigot injection packer 13 mm',
    maker: OSMERE,
    role: 'packer',
    binder: 'metal',
    packs: [{ size: 50, priceMinor: 6_500 }],
    limits: ANYWHERE,
  },
];
