import { type Catalogue, SHIPPED_CATALOGUE } from '../catalogue/index.js';
import type { SchoolChoices } from '../jobs/index.js';
import type { PaceId } from './paces.js';

/** How an organisation works: what it buys from, which schools it follows, how fast its people are and what they cost. */
export interface House {
  catalogue: Catalogue;
  schools: SchoolChoices;
  /** person-minutes a unit, where they differ from the usual ones */ paces: Partial<Record<PaceId, number>>;
  /** minor units an hour of one person */ labourMinorPerH: number;
  /** of the vessel that is mixed in, L; without it one kit or one bag at a time */ vesselL?: number;
  /** bought beyond what is reckoned with, % */ sparePct: number;
}

/** An organisation that has set nothing. The hour's price is invented. */
export const USUAL_HOUSE: House = { catalogue: SHIPPED_CATALOGUE, schools: {}, paces: {}, labourMinorPerH: 4_500, sparePct: 0 };
