import type { Product } from '@caulkhorn/core/catalogue';
import { mapOf, number } from '@caulkhorn/core/fields';
import { SCHOOLS_FIELD, type SchoolChoices } from '@caulkhorn/core/jobs';
import { PACES, type PaceId } from '@caulkhorn/core/planning';
import { AnyRecords, Optional, Quantity, Whole } from './constraints.js';
import { OfField } from './dto-of.js';

const PACES_FIELD = mapOf(Object.keys(PACES) as PaceId[], number('min', { min: 0.01, max: 10_000 }));

/** How an organisation works. `baseVersion` is the version it was read in; 0 before anything was set. */
export class HouseRulesDto {
  @Whole(0, 1_000_000_000) baseVersion!: number;
  @OfField(SCHOOLS_FIELD) schools!: SchoolChoices;
  /** person-minutes a unit */ @OfField(PACES_FIELD) paces!: Partial<Record<PaceId, number>>;
  @Quantity(0, 10_000_000) labourMinorPerH!: number;
  @Quantity(0, 100) sparePct!: number;
  /** that is mixed in; none: a kit or a bag at a time */ @Optional() @Quantity(1, 1000) vesselL?: number;
}

/** Sheets to add to an organisation's catalogue: all of them, or none. Each is checked by the core, field by field. */
export class AddProductsDto {
  @AnyRecords(2000, 1) products!: object[];
}

/** What the server answers: how an organisation works, and every version of its own products. */
export interface HouseAnswer {
  version: number;
  schools: SchoolChoices;
  paces: Partial<Record<PaceId, number>>;
  labourMinorPerH: number;
  sparePct: number;
  vesselL?: number;
  products: Product[];
}
