import type { Mend } from './mend.js';
import type { Remedy } from './remedy.js';

/** What people choose for a face, and what is asked of it: the ids outlive every change of their tables. */

export const FAMILY_IDS = [
  'crystalline-slurry',
  'crystalline-admixture',
  'crystalline-dry-shake',
  'block-wall-crystalline',
  'rigid-slurry',
  'flexible-cementitious',
  'thick-film',
  'liquid-rubber',
  'moisture-cure-pu',
  'hot-rubber',
  'elastomeric-and-wear-coat',
  'deck-membrane',
  'epoxy-vapour-barrier',
  'silicate-sealer',
  'pore-sealer',
  'lime-base-coat',
  'above-grade-elastomeric',
  'sewer-lining',
  'resin-injection',
  'drained-cavity',
] as const;
export type FamilyId = (typeof FAMILY_IDS)[number];

/** The part a product plays in a build-up. `coat` is the family's own material, the others help it. */
export const PRODUCT_ROLES = [
  'coat',
  'plug',
  'mortar',
  'repair-mortar',
  'dry-pack',
  'bonding-emulsion',
  'injection-grout',
  'injection-resin',
  'injection-foam',
  'injection-gel',
  'packer',
  'silicate-primer',
  'acrylic-primer',
  'epoxy-primer',
  'bitumen-primer',
  'polymer-render',
  'levelling-render',
  'wear-coat',
  'levelling-compound',
  'screed-waterproofer',
  'damp-course',
  'sealant',
  'fixing-sealant',
  'backer-rod',
  'mesh',
  'fabric',
  'sheet',
  'clamping-bar',
  'bar-fixing',
  'drain-ring',
  'protection-board',
  'drainage-mat',
  'cavity-sheet',
  'drain-channel',
  'access-port',
  'sump-set',
  'water-alarm',
  'sand',
] as const;
export type ProductRole = (typeof PRODUCT_ROLES)[number];

export type School = 'A' | 'B';

/** Questions on which practitioners disagree. */
export const SCHOOL_QUESTIONS = [
  'old-masonry',
  'rising-injection',
  'slab-preparation',
  'crack-width',
  'second-coat',
  'wetting',
  'silicate-primer',
  'flexible-curing',
  'crystalline-coats',
  'sealer-wetting',
] as const;
export type SchoolQuestion = (typeof SCHOOL_QUESTIONS)[number];

export interface SchoolChoice {
  school: School;
  reason?: string;
}
/** What is chosen at one place: an organisation, a job or a face. What is not chosen here is asked of the next one up. */
export type SchoolChoices = Partial<Record<SchoolQuestion, SchoolChoice>>;

export interface ProductRef {
  id: string;
  version: number;
}

/** What the finished face must bear or allow. */
export interface Demands {
  traffic?: 'none' | 'foot' | 'vehicles';
  /** touches drinking water */ potable?: boolean;
  /** the wall must be able to dry through the coat */ mustBreathe?: boolean;
  /** h from the last coat until backfill, screed or finish */ coverWithinH?: number;
  /** what follows on it: a floor finish, or what is laid or filled against it */ finish?: Finish;
  /** water that comes on it from above, where it looks up */ standing?: 'none' | 'rain' | 'ponding' | 'earth-cover';
  /** of the ground or the sewage on concrete, EN 206 class */ attack?: 'none' | 'xa1' | 'xa2' | 'xa3';
  /** gas of sewage that bacteria turn into acid above the water */ sewerGas?: boolean;
  /** treated pool water */ chlorine?: boolean;
  /** sea or brackish water, or thawing salt */ saltWater?: boolean;
  /** fuel or oil drips on it */ fuel?: boolean;
  /** stays bare to the sun */ sun?: boolean;
  /** freezes while it is soaked */ frostSoaked?: boolean;
  /** what may come in, BS 8102 grade */ grade?: '1a' | '1b' | '2' | '3';
  /** nobody can simply walk out: a pit, a shaft, a tank; no where it looks like one and is not */ confined?: boolean;
  /** must come off again without a trace */ undoable?: boolean;
  /** radon or another ground gas must be kept out */ groundGas?: boolean;
}

/** Finishes that are spoilt by a damp slab. */
export const FLOOR_FINISHES = ['sheet-vinyl', 'rubber', 'wood', 'carpet', 'resin'] as const;
/** What is laid or filled against a face and bears damp. */
export const COVERINGS = ['tile', 'screed', 'lime-finish', 'backfill'] as const;
export type Finish = (typeof FLOOR_FINISHES)[number] | (typeof COVERINGS)[number];

/** A finish that asks for a dry slab. */
export function isFloorFinish(finish: Finish | undefined): boolean {
  return FLOOR_FINISHES.some((each) => each === finish);
}

/** What lies on a face already, from the substrate outwards. */
export const OLD_LAYERS = [
  'paint',
  'sealer',
  'curing-compound',
  'glue',
  'bitumen',
  'gypsum',
  'plain-render',
  'waterproofed-render',
  'lime-render',
  'cement-slurry',
  'epoxy',
] as const;
export type OldLayer = (typeof OLD_LAYERS)[number];

/** A detail made in another way than the rule has it. */
export interface TreatmentOverride {
  /** feature or junction */ targetId: string;
  /** rule whose steps are followed instead; `leave` does nothing to it */ ruleId: string;
  reason: string;
}

/** Layers that people alter; their ids are those of the catalogue's layers. `frost-cover` is none: mats that keep frost off, only ever added. */
export const ALTERABLE_LAYERS = [
  'coat',
  'render',
  'damp-course',
  'levelling',
  'silicate-primer',
  'acrylic-primer',
  'mesh',
  'screed',
  'board',
  'drainage',
  'frost-cover',
] as const;

/**
 * A layer made otherwise than the family has it, with the reason. `coats`: so many in all; `add`: laid though nothing asks for it;
 * `rate`: more of it, kg bought on a m² and coat. Never fewer, and never thinner than the sheet.
 */
export interface LayerAlteration {
  do: 'coats' | 'add' | 'rate';
  layer: (typeof ALTERABLE_LAYERS)[number];
  /** coats in all, or kg/m² and coat */ figure?: number;
  reason: string;
}

/** Steps of making ready that a face may want beyond what its family always gets. */
export const READY_STEPS = ['strip', 'grind', 'blast', 'salts', 'dry'] as const;
export type ReadyStep = (typeof READY_STEPS)[number];

/** Concrete still to be placed, for what goes into it or onto it while it is green. */
export interface Pour {
  name: string;
  /** m³; by area and thickness when not given */ concreteM3?: number;
  cementKgM3: number;
  /** per cent of the cement's mass */ dosePct: number;
  pouredAt?: string;
  /** m² that the crew floats at one go */ bayM2?: number;
}

export interface BuildUp {
  id: string;
  faceId: string;
  family: FamilyId;
  /** versions pinned on the day of choosing, by the part they play */ products: Partial<Record<ProductRole, ProductRef>>;
  /** of this face only */ schools?: SchoolChoices;
  overrides?: TreatmentOverride[];
  alterations?: LayerAlteration[];
  /** made ready by these as well, so that the system fits */ readies?: ReadyStep[];
  pour?: Pour;
  /** coated in so many upright strips, each with its own windows; in one where it is not said */ zones?: number;
  /** what is done for coats that came late, in the order in which it was decided */ remedies?: Remedy[];
  /** what is done where a test failed, in the order in which it was decided */ mends?: Mend[];
  reason?: string;
  /** chosen although a hard limit stands against it: who answers for it, and why */ exception?: { by: string; reason: string };
}

/** What the ranking of systems goes by: how much each counts, 0 to 5. */
export interface RankingWeights {
  cost: number;
  days: number;
  risk: number;
  breathing: number;
}
