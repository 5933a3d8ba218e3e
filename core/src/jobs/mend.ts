import { choice, id, list, number, optional, record, text, time } from '../fields/index.js';

/** What can be wrong where a test failed; each kind is mended in its own way. */
export const FAILURE_KINDS = ['thin', 'pinhole', 'debonded', 'leak-beside', 'water-loss', 'closed-surface', 'not-repelling'] as const;
export type FailureKind = (typeof FAILURE_KINDS)[number];

/** What somebody decided on for a test that failed: work at the place, and the test once more. */
export interface Mend {
  id: string;
  /** of the log: the test that failed */ entryId: string;
  /** of the planned tests of the face */ testId: string;
  failure: FailureKind;
  areaM2: number;
  /** where, of a thing found or a junction */ targetId?: string;
  uM?: number;
  vM?: number;
  /** who answers for it where the same failed twice */ engineer?: string;
  reason: string;
  decidedAt: string;
}

export const MOST_MENDS = 200;
const metres = optional(number('m', { min: -10_000, max: 10_000 }));
export const MENDS_FIELD = list(
  record({
    ...{ id: id(), entryId: id(), testId: text(40), failure: choice(FAILURE_KINDS) },
    areaM2: number('m²', { above: 0, max: 100_000 }),
    targetId: optional(text(200)),
    ...{ uM: metres, vM: metres },
    engineer: optional(text(200)),
    ...{ reason: text(500), decidedAt: time() },
  }),
  MOST_MENDS,
  0,
);
