/** How a round that was due stands. */
export interface CureRound {
  dueMs: number;
  /** when it was done; none while it was not */ doneMs?: number;
  /** `missed`: the next one came due, and nobody had come */ state: 'done' | 'missed' | 'due' | 'ahead';
}

/** A round counts as its own from so much of the gap before it; whoever comes a little early has come. */
const EARLY_SHARE = 0.25;

/**
 * The rounds of one cure against those that the log says were done. Each that was done counts for the last one due by then, or the next
 * where that is near; of several for one the first. A round that is past is due until the next one is, then it is missed.
 * @param dueMs ms since 1970, in order
 * @param doneMs in any order
 */
export function cureState(dueMs: readonly number[], doneMs: readonly number[], nowMs: number): CureRound[] {
  const from = dueMs.map((due, i) => (i === 0 ? -Infinity : due - EARLY_SHARE * (due - dueMs[i - 1]!)));
  return dueMs.map((due, i): CureRound => {
    const until = from[i + 1] ?? Infinity;
    const done = doneMs.filter((ms) => ms >= from[i]! && ms < until);
    if (done.length > 0) return { dueMs: due, doneMs: Math.min(...done), state: 'done' };
    if (nowMs < due) return { dueMs: due, state: 'ahead' };
    return { dueMs: due, state: nowMs < until ? 'due' : 'missed' };
  });
}
