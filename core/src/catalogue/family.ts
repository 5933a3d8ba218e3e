import type { Source } from '../fields/index.js';
import type { FaceKind, FamilyId, OldLayer, ProductRole, School, SchoolQuestion, Substrate } from '../jobs/index.js';

/** How details are made with a family; the detail rules go by it. */
export type Detailing = 'rigid' | 'block' | 'tanking' | 'membrane' | 'hot' | 'slab' | 'soak' | 'lime' | 'paint' | 'injection' | 'cavity';

/** Details that are brittle when set: nothing of theirs may lie across what moves. */
export const SETS_HARD: readonly Detailing[] = ['rigid', 'block', 'tanking', 'lime'];

/**
 * Where the family's own material goes: onto what has hardened, into the concrete before it is cast, onto it while it is green,
 * into what leaks only, or before the face so that water runs down behind it.
 */
export type Placed = 'on-the-face' | 'in-the-mix' | 'on-green-concrete' | 'in-cracks' | 'before-the-face';

/** Kinds of coat that a face is prepared for alike. */
export type PreparedFor =
  'cement' | 'crystals' | 'film' | 'resin' | 'soaking' | 'repelling' | 'lime' | 'hot' | 'injection' | 'cavity' | 'green';

/** Limits that some families have and others have not; the rows stand with the criteria of fitting. */
export type FamilyLimit =
  | 'shake-on-slabs'
  | 'block-only'
  | 'wants-cement-pores'
  | 'slabs-only'
  | 'horizontals-only'
  | 'not-overhead'
  | 'above-grade-only'
  | 'old-masonry-only'
  | 'wants-dry'
  | 'matt-damp-or-primed'
  | 'slab-not-measured'
  | 'blast-always'
  | 'knife-first'
  | 'weak-skin'
  | 'indoors-only'
  | 'sewers-first';

export const LAYER_IDS = [
  'damp-course',
  'silicate-primer',
  'bitumen-primer',
  'thinned',
  'levelling',
  'scratch',
  'coat',
  'mesh',
  'fabric',
  'render',
  'wear',
  'epoxy-primer',
  'acrylic-primer',
  'levelling-compound',
  'board',
  'screed',
  'drainage',
  'cavity-sheet',
  'sump',
  'alarm',
] as const;
export type LayerId = (typeof LAYER_IDS)[number];

/** Goods by the roll or the board: they want no air of their own, and no batch. */
export const DRY_GOODS: readonly LayerId[] = ['mesh', 'fabric', 'board', 'drainage', 'cavity-sheet', 'sump', 'alarm'];

/** What the water does to a face, for films whose thickness goes by it. */
export type WaterLoad = 'aboveGround' | 'damp' | 'standing' | 'pressing';

export interface LayerConditions {
  readonly substrates?: readonly Substrate[];
  readonly salts?: readonly string[];
  readonly roughnessOver?: number;
  readonly kinds?: readonly FaceKind[];
  /** ground, not room or tank, on the coated side */ readonly buried?: boolean;
  readonly finish?: boolean;
  /** damp rises in it: a tide mark says so */ readonly rising?: boolean;
  /** acid of sewer gas eats at it */ readonly acid?: boolean;
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
  readonly after?: {
    readonly minH: number;
    readonly maxH: number | null;
    /** counted from the end of the layer before */ readonly atOnce?: true;
  };
  readonly crosswise?: boolean;
  /** laid into the coat before it: no work of its own */ readonly embedded?: boolean;
  /** of goods by area, for what overlaps, % */ readonly lapPct?: number;
  /** into holes along the foot of the wall: its rate follows from the wall's thickness */ readonly alongFoot?: true;
  /** so many to a face, whatever its size */ readonly pieces?: number;
  /** a levelling layer is never part of the thickness */ readonly counts: boolean;
}

export interface Family {
  readonly id: FamilyId;
  readonly detailing: Detailing;
  readonly layers: readonly LayerSpec[];
  /** questions on which its users disagree */ readonly schools: readonly SchoolQuestion[];
  /** wetted to saturated surface-dry before the first coat */ readonly wantsWet: boolean;
  readonly placed: Placed;
  /** how a face is prepared for it: the families of one kind are prepared for alike */ readonly preparedFor: PreparedFor;
  /** part that its own material plays; `coat` for most */ readonly material?: ProductRole;
  /** works inside the pores, and so wants them open */ readonly worksInPores: boolean;
  /** inner corners get a cant of sealant, where others get a fillet of mortar */ readonly sealantCorners?: boolean;
  /** of the specified film, that no single reading may be under; 0.8 (ISO 19840) where the family says nothing */ readonly leastFilmShare?: number;
  /** tried on masonry: its strength is not asked for, and no more is promised than this */ readonly onMasonry?: {
    readonly mostKPa: number;
  };
  readonly limits: readonly FamilyLimit[];
  /** old layers that others of its kind must not lie on, and it may */ readonly bondsTo?: readonly OldLayer[];
  /** old layers that spoil it, by the trap that they spring */ readonly spoiltBy?: Readonly<Record<string, readonly OldLayer[]>>;
  readonly source: Source;
}
