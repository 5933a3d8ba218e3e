import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { FamilyId, School, SchoolChoice, SchoolChoices, SchoolQuestion, Substrate } from '../jobs/index.js';

/** A question on which practitioners disagree, and what most do. Curing and the order of powder and water follow the product and are no schools. */
export interface SchoolSpec {
  readonly usual: School;
  readonly source: Source;
}

const usual = (school: School): SchoolSpec => ({ usual: school, source: COMMON_PRACTICE });

export const SCHOOLS: Readonly<Record<SchoolQuestion, SchoolSpec>> = {
  'old-masonry': usual('A'),
  'rising-injection': usual('A'),
  'slab-preparation': usual('A'),
  'crack-width': usual('B'),
  'second-coat': usual('B'),
  wetting: usual('A'),
  'silicate-primer': usual('B'),
  'flexible-curing': usual('B'),
  'crystalline-coats': usual('B'),
  'sealer-wetting': usual('A'),
};

/** Static cracks wider than this are routed, mm. */
export const ROUT_OVER_MM: Readonly<Record<School, number>> = { A: 0.4, B: 0.5 };

export interface SecondCoat {
  /** h after the last square metre of the first coat, at the product's reference temperature */ readonly opensH: 'touch-dry' | number;
  /** h after the first square metre */ readonly closesH: number;
  readonly rewetToSsd: boolean;
}

/** Of crystalline slurries: when the second coat may and must follow. */
export const SECOND_COAT: Readonly<Record<School, SecondCoat>> = {
  A: { opensH: 'touch-dry', closesH: 6, rewetToSsd: false },
  B: { opensH: 3, closesH: 6, rewetToSsd: true },
};

export interface Wetting {
  /** h that a floor soaks before its first coat; 0: wetted along with the work */ readonly floorSoakH: number;
  /** walls are wetted until they drink no more, or only dampened */ readonly walls: 'soak' | 'dampen';
}

/** Before coats of cement; common practice, no source. */
export const WETTING: Readonly<Record<School, Wetting>> = {
  A: { floorSoakH: 0, walls: 'soak' },
  B: { floorSoakH: 24, walls: 'dampen' },
};

/** Dense: soaked overnight whatever the school, h; common practice, no source. */
export const SLOW_TO_DRINK_H: Readonly<Partial<Record<Substrate, number>>> = { precast: 12 };

/** Before a silicate sealer: barely damp, or wetted like for a slurry. Common practice, no source. */
export const SEALER_WETTING: Readonly<Record<School, 'dampen' | 'soak'>> = { A: 'dampen', B: 'soak' };

/** Families that a school of old masonry is about, where somebody chose it: they are shown first. Common practice, no source. */
export const PREFERRED_ON_OLD_MASONRY: Readonly<Record<School, readonly FamilyId[]>> = {
  A: ['rigid-slurry'],
  B: ['lime-base-coat'],
};
export const OLD_MASONRY: readonly Substrate[] = ['brick', 'rubble'];

export interface DecidedSchool extends SchoolChoice {
  from: 'face' | 'job' | 'organisation' | 'usual';
}

/** What holds for a face: its own choice, else the job's, else the organisation's, else what most do. */
export function decideSchool(
  question: SchoolQuestion,
  chosen: { face?: SchoolChoices; job?: SchoolChoices; organisation?: SchoolChoices },
): DecidedSchool {
  for (const from of ['face', 'job', 'organisation'] as const) {
    const choice = chosen[from]?.[question];
    if (choice) return { ...choice, from };
  }
  return { school: SCHOOLS[question].usual, from: 'usual' };
}
