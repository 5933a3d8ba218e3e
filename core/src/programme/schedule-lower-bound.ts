import { Bounds } from './schedule-bounds.js';
import type { ScheduleModel } from './schedule-model.js';
import type { Span } from './start-times.js';

const EPSILON = 1e-6;

/**
 * A time before which no schedule can end: the last deadline that lags, calendars, rivals and the work of each resource refute
 * (destructive bound, Klein & Scholl 1999, European Journal of Operational Research 112), found by halving.
 */
export function lowerBoundMin(model: ScheduleModel, root: Bounds): number {
  const earliestEnd = Math.max(0, ...model.tasks.map((_, task) => root.endMin(task)));
  let [refuted, open] = [earliestEnd - 2 * BETWEEN_MIN, model.horizonMin];
  if (!refutes(model, root, earliestEnd)) return earliestEnd;
  while (open - refuted > BETWEEN_MIN) {
    const middle = (open + refuted) / 2;
    if (refutes(model, root, middle)) refuted = middle;
    else open = middle;
  }
  return Math.max(earliestEnd, refuted);
}

/** Deadlines closer than this are not told apart. */
const BETWEEN_MIN = 0.5;

function refutes(model: ScheduleModel, root: Bounds, deadlineMin: number): boolean {
  const bounds = new Bounds(model, root);
  return !bounds.endBy(deadlineMin) || !bounds.propagate() || overworked(model, bounds);
}

/** Whether some resource has more work that must be done within some interval than it can do there. */
function overworked(model: ScheduleModel, bounds: Bounds): boolean {
  return model.usersOf.some((users, resource) => {
    const capacity = model.capacities[resource]!;
    const worked = workedBy(model.availability[resource]!);
    const tasks = users.map(({ task, amount }) => ({
      fromMin: bounds.startMin(task),
      toMin: bounds.latestEndMin(task),
      work: amount * model.tasks[task]!.durationMin,
    }));
    tasks.sort((a, b) => a.toMin - b.toMin);
    return tasks.some(({ fromMin }) => {
      const before = worked(fromMin);
      let work = 0;
      return tasks.some((each) => {
        if (each.fromMin < fromMin) return false;
        work += each.work;
        return work > capacity * (worked(each.toMin) - before) + EPSILON;
      });
    });
  });
}

/** Minutes that a resource has worked up to a time. */
function workedBy(available: readonly Span[] | null): (minutes: number) => number {
  if (available === null) return (minutes) => minutes;
  return (minutes) => available.reduce((sum, { fromMin, toMin }) => sum + Math.max(0, Math.min(minutes, toMin) - fromMin), 0);
}
