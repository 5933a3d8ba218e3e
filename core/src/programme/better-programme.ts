import { betterAtOnce } from './better-at-once.js';
import type { Proposal } from './proposal.js';
import { rollingProgramme } from './rolling-programme.js';
import type { Programme, Task, TaskSetting } from './task.js';

/** Of more tasks than these all orders at once are too many to search: the measured limit at which a first plan comes within seconds. */
const MOST_AT_ONCE = 260;

/**
 * Looks for a programme that ends earlier, or keeps a window that `first` missed: over all tasks at once, or stretch by stretch where
 * they are many. Yields how far it is and the best so far whenever it is told to go on; told to stop, it answers with that. Undefined
 * where nothing is to be placed, or something finds no place at all.
 * @param first how `forwardPass` placed the same tasks
 */
export function* betterProgramme(
  tasks: readonly Task[],
  setting: TaskSetting,
  first: Programme,
): Generator<{ share: number; proposal: Proposal }, Proposal | undefined, boolean> {
  const planned = first.tasks.filter(({ state }) => state === 'planned').length;
  if (planned <= MOST_AT_ONCE) return yield* betterAtOnce(tasks, setting, first);
  return first.tasks.every(({ endMs }) => Number.isFinite(endMs)) ? yield* rollingProgramme(tasks, setting, first) : undefined;
}
