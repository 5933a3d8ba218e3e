import type { Source } from '../fields/index.js';
import type { FamilyId, TestKind } from '../jobs/index.js';

/** How a test is taken: what the log takes, and the moisture of a slab, which its readings show. */
export type ProvenBy = TestKind | 'slab-moisture';

/** Of which faces a test is asked; everything that is named must be so. */
export interface TestAsked {
  /** looks up: water stands on it */ readonly level?: true;
  /** the lowest coated face of its tank: the tank is filled once */ readonly answersForTank?: true;
  readonly lining?: true;
  readonly masonry?: boolean;
  /** vinyl, wood, carpet, resin follow */ readonly floorFinish?: true;
  readonly groundGas?: true;
  /** seepage is agreed, so much and no more */ readonly seepageAgreed?: true;
  readonly penetrations?: true;
  /** has a layer of this kind */ readonly wears?: true;
}

/** How many places, and which. */
export type PlacesAsked =
  /** so many, and so many more by area */
  | { readonly least: number; readonly many: number; readonly perM2: number; readonly where: 'spread' | 'worst-first' }
  /** at each of them */
  | { readonly each: 'wet-places' | 'penetrations' }
  /** all of the face */
  | { readonly all: true }
  /** the face as a whole, once */
  | { readonly once: true };

/** What it is measured against, beyond what its kind always is. */
export type LimitAsked = 'film' | 'bond-rigid' | 'bond-flexible' | 'bond-slab' | 'bond-deck' | 'drinks' | 'beads' | 'firm';

/** A test that a finished face is proven by: which faces, when, how often, against what, and by whom. */
export interface TestRule {
  /** stable: the log names it */ readonly id: string;
  readonly test: ProvenBy;
  /** any, where none is named */ readonly families?: readonly FamilyId[];
  readonly asked?: TestAsked;
  /** counted from the end of the face's coats, or of its preparing; `found`: as it is, before the first coat */
  readonly from: 'layers' | 'prepared' | 'found';
  /** the longest of them counts */
  readonly wait: { readonly days?: number; readonly cementDays?: number; readonly h?: number; readonly sheet?: 'cover' | 'water' };
  readonly places: PlacesAsked;
  readonly limit?: LimitAsked;
  readonly by: 'foreman' | 'inspector' | 'engineer';
  /** said where it is not done, and nothing is withheld for it */ readonly optional?: true;
  readonly source: Source;
}
