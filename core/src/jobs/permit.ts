import { choice, id, list, optional, record, text, time } from '../fields/index.js';

/** Work that somebody answerable lets begin, in writing and for a time. */
export const PERMIT_KINDS = ['confined-space', 'hot-work', 'excavation'] as const;
export type PermitKind = (typeof PERMIT_KINDS)[number];

/** A permit as it was written out; what it says decides, this only repeats it. */
export interface Permit {
  id: string;
  kind: PermitKind;
  /** as it stands on it */ number: string;
  from: string;
  until: string;
  /** the room that it is for; the whole job where it names none */ spaceId?: string;
}

const MOST_PERMITS = 200;
export const PERMITS_FIELD = list(
  record({ id: id(), kind: choice(PERMIT_KINDS), number: text(80), from: time(), until: time(), spaceId: optional(id()) }),
  MOST_PERMITS,
  0,
);
