/** Where one goes to settle a line: the step of the work, and there the face or the thing on it. */
export interface OutlookPlace {
  step: 'survey' | 'water' | 'build-up' | 'materials' | 'programme' | 'site-log' | 'proof' | 'handover';
  faceId?: string;
  featureId?: string;
}

/** What is not known, not decided, not done or not planned yet. */
export type MissingCode =
  | 'not-released'
  | 'found-not-planned'
  | 'changed-since-release'
  | 'gone-since-release'
  | 'no-water-level'
  | 'no-build-up'
  | 'does-not-carry'
  | 'refused'
  | 'undecided'
  | 'survey-gap'
  | 'window-missed'
  | 'look-due'
  | 'test-due'
  | 'test-failed'
  | 'care-due'
  | 'care-broken'
  | 'visit-leaks'
  | 'alone-silent'
  | 'hold-due'
  | 'hold-refused'
  | 'sign-due'
  | 'sign-again'
  | 'work-open';

/** What comes next in time. */
export type ComingCode = 'window-open' | 'window-opens' | 'starts';

/** What the store says. */
export type StoreCode = 'short' | /** several products of one job, told once */ 'short-n' | 'expires' | 'expired';

/** One line of what is missing or due; the words for it are the reader's. */
export interface OutlookLine {
  code: MissingCode | ComingCode | StoreCode;
  place: OutlookPlace;
  /** `wrong`: something is lost or does not hold · `waits`: somebody has to decide or look · `soon`: it comes by itself */
  tone: 'wrong' | 'waits' | 'soon';
  /** marks of what it is about */ mark?: string;
  /** ms since the epoch, when it opens, closes or is due */ atMs?: number;
  values?: Readonly<Record<string, string | number>>;
}
