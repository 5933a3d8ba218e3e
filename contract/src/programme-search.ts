import { type Found, GOALS, type Goal } from '@caulkhorn/core/planning';
import { NestedList, OneOf, Optional, Text, Time, Whole } from './constraints.js';

class PinDto {
  @Text(120) workItemId!: string;
  @Time() startsAt!: string;
}

/** A better programme is to be looked for by the server. */
export class ProgrammeSearchDto {
  /** where somebody has set down that a piece of work begins */ @NestedList(() => PinDto, 10_000) pins!: PinDto[];
  /** the search is given so long */ @Whole(1, 120) limitS!: number;
  /** what it is made better for; the earliest end when nothing is said */ @Optional() @OneOf(GOALS) goal?: Goal;
}

/** How far a search is; what it has found so far, and at its end. */
export interface ProgrammeSearchAnswer {
  state: 'waiting' | 'running' | 'stopping' | 'done' | 'failed';
  share: number;
  proposal: Found | null;
}
