import type { Issue } from '../issues.js';
import type { FailureKind, TestPlace } from '../jobs/index.js';

/** One thing that does not hold, where it is known with its place. */
export interface Failure extends TestPlace {
  kind: FailureKind;
  /** what exactly, in words of the catalogue */ code: string;
  targetId?: string;
  /** of what was found there, in the test's own unit */ value?: number;
  areaM2?: number;
}

/** A figure that a test shows, beside what it is measured against. */
export interface Shown {
  name: string;
  value: number;
  unit: string;
  /** that it may not be under, or over */ limit?: number;
  bound?: 'least' | 'most';
}

/** What the readings of one test say by themselves. */
export interface Findings {
  figures: Shown[];
  failures: Failure[];
  /** without which nothing is shown, though what was found wrong stays wrong */ lacks: Issue[];
  /** for which the readings say nothing, good or bad */ voids: Issue[];
}

export const nothingFound = (): Findings => ({ figures: [], failures: [], lacks: [], voids: [] });

export interface Judgement extends Findings {
  state: 'passed' | 'failed' | 'not-shown';
}
