import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type Feature, type Sign, moves } from '../jobs/index.js';

/** Why a licensed engineer looks at something before it is sealed. */
export interface EngineerReason {
  readonly id: string;
  readonly asks: (feature: Feature) => boolean;
  readonly source: Source;
}

/** As wide as that a crack may be of the structure's making; common practice, no source. */
export const ENGINEER_FROM_MM = 0.3;

/** A crack that steps, whose sides are offset, that is one of a pattern or grows is not of the surface. */
const OF_THE_STRUCTURE: readonly Sign[] = ['stepped', 'offset', 'patterned', 'growing'];

/** Each row that applies counts. A width that nobody measured is not taken for a fine one. */
export const ENGINEER_FIRST: readonly EngineerReason[] = [
  {
    id: 'wide-crack',
    asks: ({ kind, widthMm }) => kind === 'crack' && widthMm !== undefined && widthMm >= ENGINEER_FROM_MM,
    source: COMMON_PRACTICE,
  },
  { id: 'crack-not-measured', asks: ({ kind, widthMm }) => kind === 'crack' && widthMm === undefined, source: COMMON_PRACTICE },
  { id: 'moving-crack', asks: (feature) => feature.kind === 'crack' && moves(feature), source: COMMON_PRACTICE },
  {
    id: 'structural-pattern',
    asks: ({ signs = [] }) => OF_THE_STRUCTURE.some((sign) => signs.includes(sign)),
    source: COMMON_PRACTICE,
  },
  {
    id: 'steel-rusts',
    asks: ({ signs = [] }) => signs.includes('rust-stain') || signs.includes('steel-shows'),
    source: { kind: 'memory', title: 'EN 1504-9 (assessment before repair where reinforcement corrodes)' },
  },
  {
    id: 'spall',
    asks: ({ kind }) => kind === 'spall',
    source: { kind: 'memory', title: 'EN 1504-9 (assessment before repair of spalled concrete)' },
  },
];

/** Reasons for which an engineer looks at it first, by id. */
export function engineerFirst(feature: Feature): string[] {
  return ENGINEER_FIRST.filter(({ asks }) => asks(feature)).map(({ id }) => id);
}
