import type { Family } from '../family.js';
import type { Product } from '../product.js';
import { ANYWHERE, BY_AREA, BY_LENGTH, BY_PIECE, HULVANE, OSMERE } from '../shipped/base.js';

/** Type C of BS 8102: water that comes in runs down behind a studded sheet to a channel, a sump and its pumps. Nothing is held back. */
export const drainedCavity: Family = {
  id: 'drained-cavity',
  detailing: 'cavity',
  layers: [
    { id: 'cavity-sheet', role: 'coat', lapPct: 6, counts: false },
    { id: 'sump', role: 'sump-set', when: [{ kinds: ['slab'] }], pieces: 1, counts: false },
    { id: 'alarm', role: 'water-alarm', when: [{ kinds: ['slab'] }], pieces: 1, counts: false },
  ],
  schools: [],
  wantsWet: false,
  placed: 'before-the-face',
  preparedFor: 'cavity',
  material: 'cavity-sheet',
  worksInPores: false,
  limits: ['indoors-only'],
  source: { kind: 'memory', title: 'BS 8102:2022, type C (drained protection)' },
};

const PLASTIC = { binder: 'plastic', limits: ANYWHERE } as const satisfies Partial<Product>;

export const CAVITY_PRODUCTS: readonly Product[] = [
  {
    ...BY_AREA,
    ...PLASTIC,
    id: 'osmere-boss',
    version: 1,
    name: 'Osmere Boss cavity sheet 8 mm',
    maker: OSMERE,
    role: 'cavity-sheet',
    packs: [{ size: 40, priceMinor: 26_000 }],
  },
  {
    ...BY_AREA,
    ...PLASTIC,
    id: 'hulvane-dimple',
    version: 1,
    name: 'Hulvane Dimple cavity sheet 20 mm',
    maker: HULVANE,
    role: 'cavity-sheet',
    packs: [{ size: 30, priceMinor: 24_900 }],
  },
  {
    ...BY_LENGTH,
    ...PLASTIC,
    id: 'osmere-runnel',
    version: 1,
    name: 'Osmere Runnel drain channel',
    maker: OSMERE,
    role: 'drain-channel',
    packs: [{ size: 2, priceMinor: 3_200 }],
  },
  {
    ...BY_PIECE,
    ...PLASTIC,
    id: 'osmere-hatch',
    version: 1,
    name: 'Osmere Hatch access port',
    maker: OSMERE,
    role: 'access-port',
    packs: [{ size: 1, priceMinor: 2_400 }],
  },
  {
    ...BY_PIECE,
    ...PLASTIC,
    id: 'hulvane-well',
    version: 1,
    name: 'Hulvane Well sump with two pumps and battery',
    maker: HULVANE,
    role: 'sump-set',
    packs: [{ size: 1, priceMinor: 189_000 }],
  },
  {
    ...BY_PIECE,
    ...PLASTIC,
    id: 'hulvane-call',
    version: 1,
    name: 'Hulvane Call high-water alarm',
    maker: HULVANE,
    role: 'water-alarm',
    packs: [{ size: 1, priceMinor: 22_500 }],
  },
];
