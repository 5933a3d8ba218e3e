import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { FailureKind } from '../jobs/index.js';

/** How a kind of failure is mended, how long the mending stands before it is tested, and how it is tested. */
export interface MendRule {
  /** until it is tested again, h by the calendar, where the test's own wait is not longer */ readonly waitH: number;
  /** how many places are tested for each that failed: itself and round it; none where all of it is tested again */ readonly placesEach?: number;
  /** m² that are mended for each place, where nobody measured it */ readonly usualM2: number;
  readonly source: Source;
}

export const MEND_RULES: Readonly<Record<FailureKind, MendRule>> = {
  // the place, and a ring of four readings half a metre out
  thin: { waitH: 0, placesEach: 5, usualM2: 1, source: COMMON_PRACTICE },
  // filled with the brush 75 mm round; the place and a square metre are tested
  pinhole: { waitH: 0, placesEach: 1, usualM2: 0.02, source: COMMON_PRACTICE },
  // cut to a sound edge; three pulls round it
  debonded: { waitH: 7 * 24, placesEach: 3, usualM2: 0.25, source: COMMON_PRACTICE },
  'leak-beside': { waitH: 24, usualM2: 0.25, source: COMMON_PRACTICE },
  'water-loss': { waitH: 24, usualM2: 0.25, source: COMMON_PRACTICE },
  'closed-surface': { waitH: 0, placesEach: 1, usualM2: 1, source: COMMON_PRACTICE },
  'not-repelling': { waitH: 7 * 24, placesEach: 1, usualM2: 1, source: COMMON_PRACTICE },
};

/** The same wrong so often on one face is no bad luck: an engineer looks. Common practice, no source. */
export const ASKS_ENGINEER_FROM = 2;
