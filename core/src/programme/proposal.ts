import type { Programme } from './task.js';

/** What a search has come to. */
export interface Proposal {
  /** null where none keeps all that was not given up */ programme: Programme | null;
  /** ms since 1970; no programme ends earlier */ lowerBoundMs: number;
  /** none ends earlier than this one */ isProven: boolean;
  /** there is none, and that is proven */ isImpossible: boolean;
  /** what proved impossible to keep together: the latest hours among it are given up in `programme` */ clash: readonly Clash[];
}

export interface Clash {
  code: 'clashes-latest' | 'clashes-hours' | 'clashes-capacity';
  /** whose latest hour it is; none where it is the hours of the crew */ taskId?: string;
}
