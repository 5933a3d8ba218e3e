import type { Proposal } from '../programme/index.js';
import { betterByGoal } from './better-by-goal.js';
import type { Goal } from './goals.js';

/** What was found; by a goal with what it comes to, and what none can come below. */
export type Found = Proposal & { byGoal?: { goal: Goal; figure: number; bound: number } };

/** `betterByGoal`, told as a search for the earliest end is: the same proposal as long as nothing better is found. */
export function* foundByGoal(...given: Parameters<typeof betterByGoal>): Generator<{ proposal: Found }, Found, boolean> {
  const [goal, , , { options }] = given;
  const slices = betterByGoal(...given);
  let shown: Found | undefined;
  const found = ({ programme, figure, bound }: ReturnType<typeof slices.next>['value']): Found => {
    if (shown?.programme !== programme)
      shown = {
        ...{ programme, lowerBoundMs: options.nowMs, isProven: figure <= bound, isImpossible: false, clash: [] },
        byGoal: { goal, figure, bound },
      };
    return shown;
  };
  let next = slices.next(false);
  while (!next.done) next = slices.next(yield { proposal: found(next.value) });
  return found(next.value);
}
