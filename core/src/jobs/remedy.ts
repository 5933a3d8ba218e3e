import { choice, list, record, text, time } from '../fields/index.js';

/** What is done where a coat did not follow in its window: the one below is made to take it, or all that lies there is laid anew. */
export const REMEDY_WAYS = ['wet-and-slurry', 'abrade-and-prime', 'warm-and-prime', 'wash-and-wet', 'start-over'] as const;
export type RemedyWay = (typeof REMEDY_WAYS)[number];

/** Work that somebody decided on for a coat that came late. */
export interface Remedy {
  /** the coat; where the face has no such work any more, nothing follows from it */ workItemId: string;
  way: RemedyWay;
  reason: string;
  decidedAt: string;
}

const MOST_REMEDIES = 100;
export const REMEDIES_FIELD = list(
  record({ workItemId: text(200), way: choice(REMEDY_WAYS), reason: text(500), decidedAt: time() }),
  MOST_REMEDIES,
  0,
);
