/** What somebody said at a hold point. */
export interface HoldVerdict {
  verdict: 'released' | 'refused';
  /** ms since 1970 */ at: number;
  personName: string;
  reason?: string;
}

/**
 * Whether a held piece of work may start: the last that was said of it lets it go, and nothing was done before it since.
 * @param workedUntilMs when the last of what is to be looked at was finished, ms since 1970; none where nothing is
 */
export function isLetGo(verdicts: readonly Pick<HoldVerdict, 'verdict' | 'at'>[] | undefined, workedUntilMs = -Infinity): boolean {
  const last = verdicts?.at(-1);
  return last?.verdict === 'released' && last.at >= workedUntilMs;
}

/** Whether what will be hidden was photographed once the last work before it was finished; ms since 1970. */
export function isHiddenSeen(photos: readonly { of: string; at: number }[] | undefined, workedUntilMs = -Infinity): boolean {
  return photos?.some(({ of, at }) => of === 'hidden' && at >= workedUntilMs) ?? false;
}
