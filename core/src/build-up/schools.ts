import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { School } from '../jobs/index.js';

/** Questions on which practitioners disagree. A school is chosen for a face and its reason recorded; curing follows the product and is no school. */

export interface CrackSchool {
  readonly school: School;
  /** static cracks wider than this are routed */ routOverMm: number;
  readonly source: Source;
}

export const CRACK_SCHOOLS: Readonly<Record<School, CrackSchool>> = {
  A: { school: 'A', routOverMm: 0.4, source: COMMON_PRACTICE },
  B: { school: 'B', routOverMm: 0.5, source: COMMON_PRACTICE },
};

export interface SecondCoatSchool {
  readonly school: School;
  /** h after the last square metre of the first coat, at the product's reference temperature */ readonly opens: 'touch-dry' | number;
  /** h after the first square metre */ readonly closesH: number;
  readonly rewetToSsd: boolean;
  readonly source: Source;
}

export const SECOND_COAT_SCHOOLS: Readonly<Record<School, SecondCoatSchool>> = {
  A: { school: 'A', opens: 'touch-dry', closesH: 6, rewetToSsd: false, source: COMMON_PRACTICE },
  B: { school: 'B', opens: 3, closesH: 6, rewetToSsd: true, source: COMMON_PRACTICE },
};
