import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { FaceKind, FamilyId, OldLayer, ProductRole, School, SchoolQuestion, Substrate } from '../jobs/index.js';

/** How details are made with a family; the detail rules go by it. */
export type Detailing = 'rigid' | 'block' | 'tanking' | 'membrane' | 'hot' | 'slab' | 'soak' | 'lime' | 'paint';

export type LayerId =
  | 'silicate-primer'
  | 'bitumen-primer'
  | 'thinned'
  | 'levelling'
  | 'scratch'
  | 'coat'
  | 'mesh'
  | 'fabric'
  | 'render'
  | 'wear'
  | 'acrylic-primer'
  | 'levelling-compound'
  | 'board'
  | 'drainage';

/** What the water does to a face, for films whose thickness goes by it. */
export type WaterLoad = 'aboveGround' | 'damp' | 'standing' | 'pressing';

export interface LayerConditions {
  readonly substrates?: readonly Substrate[];
  readonly salts?: readonly string[];
  readonly roughnessOver?: number;
  readonly kinds?: readonly FaceKind[];
  /** ground, not room or tank, on the coated side */ readonly buried?: boolean;
  readonly finish?: boolean;
  /** outermost of what lies on it already */ readonly lastOld?: readonly OldLayer[];
  readonly school?: readonly [SchoolQuestion, School];
}

export interface LayerSpec {
  readonly id: LayerId;
  readonly role: ProductRole;
  /** any of these; always, when not given */ readonly when?: readonly LayerConditions[];
  /** instead of the product's own */ readonly coats?: number;
  readonly kgPerM2?: number;
  /** of a family's coats that something lies between */ readonly part?: 'first' | 'rest';
  /** h after the layer before, at the product's reference temperature, instead of that layer's own recoat window */
  readonly after?: { readonly minH: number; readonly maxH: number | null };
  readonly crosswise?: boolean;
  /** laid into the coat before it: no work of its own */ readonly embedded?: boolean;
  /** of goods by area, for what overlaps, % */ readonly lapPct?: number;
  /** a levelling layer is never part of the thickness */ readonly counts: boolean;
}

export interface Family {
  readonly id: FamilyId;
  readonly detailing: Detailing;
  readonly layers: readonly LayerSpec[];
  /** questions on which its users disagree */ readonly schools: readonly SchoolQuestion[];
  /** wetted to saturated surface-dry before the first coat */ readonly wantsWet: boolean;
  readonly source: Source;
}

const source = COMMON_PRACTICE;
const MESHED = { role: 'mesh', embedded: true, lapPct: 12, counts: false } as const;
const PRIMED_MINERAL: LayerSpec = {
  id: 'silicate-primer',
  role: 'silicate-primer',
  when: [{ salts: ['strong'] }, { school: ['silicate-primer', 'A'] }, { substrates: ['brick', 'rubble'] }],
  counts: false,
};
/** Levels what is rough, and parts the coat from a render that would repel it. */
const LEVELLED: LayerSpec = {
  id: 'levelling',
  role: 'levelling-render',
  when: [{ roughnessOver: 1.3 }, { lastOld: ['waterproofed-render'] }],
  counts: false,
};
const BOARD: LayerSpec = { id: 'board', role: 'protection-board', when: [{ buried: true }], lapPct: 3, counts: false };
const coat: LayerSpec = { id: 'coat', role: 'coat', crosswise: true, counts: true };

/** The build-up of each family, from the substrate outwards. Rates and waits are the product's unless a row says otherwise. */
export const FAMILIES: Readonly<Record<FamilyId, Family>> = {
  'crystalline-slurry': {
    id: 'crystalline-slurry',
    detailing: 'rigid',
    layers: [coat],
    schools: ['crack-width', 'second-coat', 'wetting', 'crystalline-coats'],
    wantsWet: true,
    source,
  },
  'crystalline-admixture': { id: 'crystalline-admixture', detailing: 'rigid', layers: [], schools: [], wantsWet: false, source },
  'crystalline-dry-shake': {
    id: 'crystalline-dry-shake',
    detailing: 'rigid',
    layers: [{ ...coat, coats: 1 }],
    schools: [],
    wantsWet: false,
    source,
  },
  'block-wall-crystalline': {
    id: 'block-wall-crystalline',
    detailing: 'block',
    layers: [
      { ...coat, coats: 1, kgPerM2: 1 },
      { id: 'render', role: 'polymer-render', after: { minH: 12, maxH: 24 }, counts: true },
    ],
    schools: ['crack-width', 'wetting'],
    wantsWet: true,
    source,
  },
  'rigid-slurry': {
    id: 'rigid-slurry',
    detailing: 'tanking',
    layers: [LEVELLED, coat],
    schools: ['old-masonry', 'rising-injection', 'wetting', 'silicate-primer'],
    wantsWet: true,
    source,
  },
  'flexible-cementitious': {
    id: 'flexible-cementitious',
    detailing: 'membrane',
    layers: [LEVELLED, coat],
    schools: ['wetting', 'flexible-curing'],
    wantsWet: true,
    source,
  },
  'thick-film': {
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
      coat,
      BOARD,
    ],
    schools: ['silicate-primer'],
    wantsWet: false,
    source,
  },
  'liquid-rubber': { id: 'liquid-rubber', detailing: 'membrane', layers: [coat, BOARD], schools: [], wantsWet: false, source },
  'moisture-cure-pu': { id: 'moisture-cure-pu', detailing: 'membrane', layers: [coat, BOARD], schools: [], wantsWet: false, source },
  'hot-rubber': {
    id: 'hot-rubber',
    detailing: 'hot',
    layers: [
      { id: 'bitumen-primer', role: 'bitumen-primer', counts: false },
      { ...coat, part: 'first' },
      { id: 'fabric', role: 'fabric', embedded: true, lapPct: 8, counts: false },
      { ...coat, part: 'rest', crosswise: false },
      { id: 'board', role: 'protection-board', lapPct: 3, counts: false },
    ],
    schools: [],
    wantsWet: false,
    source,
  },
  'elastomeric-and-wear-coat': {
    id: 'elastomeric-and-wear-coat',
    detailing: 'membrane',
    layers: [coat, { id: 'wear', role: 'wear-coat', after: { minH: 24, maxH: null }, counts: false }],
    schools: [],
    wantsWet: false,
    source,
  },
  'epoxy-vapour-barrier': {
    id: 'epoxy-vapour-barrier',
    detailing: 'slab',
    layers: [
      { ...coat, crosswise: false },
      { id: 'acrylic-primer', role: 'acrylic-primer', when: [{ finish: true }], counts: false },
      { id: 'levelling-compound', role: 'levelling-compound', when: [{ finish: true }], counts: false },
    ],
    schools: ['slab-preparation'],
    wantsWet: false,
    source,
  },
  'silicate-sealer': {
    id: 'silicate-sealer',
    detailing: 'soak',
    layers: [{ ...coat, crosswise: false }],
    schools: ['sealer-wetting'],
    wantsWet: true,
    source,
  },
  'pore-sealer': {
    id: 'pore-sealer',
    detailing: 'soak',
    layers: [
      { id: 'thinned', role: 'coat', kgPerM2: 0.05, coats: 1, after: { minH: 1, maxH: null }, counts: false },
      { ...coat, after: { minH: 3.5, maxH: 24 } },
    ],
    schools: ['old-masonry'],
    wantsWet: true,
    source,
  },
  'lime-base-coat': {
    id: 'lime-base-coat',
    detailing: 'lime',
    layers: [
      { ...coat, crosswise: false },
      { ...MESHED, id: 'mesh' },
    ],
    schools: ['old-masonry', 'rising-injection'],
    wantsWet: true,
    source,
  },
  'above-grade-elastomeric': {
    id: 'above-grade-elastomeric',
    detailing: 'paint',
    layers: [
      { id: 'acrylic-primer', role: 'acrylic-primer', counts: false },
      { ...coat, crosswise: false },
    ],
    schools: [],
    wantsWet: false,
    source,
  },
};
