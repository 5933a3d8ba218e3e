/** What somebody said at a hold point. */
export interface HoldVerdict {
  verdict: 'released' | 'refused';
  /** ms since 1970 */ at: number;
  personName: string;
  reason?: string;
}

/** Whether a held piece of work may start: the last that was said of it lets it go. */
export const isLetGo = (verdicts: readonly Pick<HoldVerdict, 'verdict'>[] | undefined): boolean => verdicts?.at(-1)?.verdict === 'released';
