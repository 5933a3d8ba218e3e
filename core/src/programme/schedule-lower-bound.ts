import { Bounds } from './schedule-bounds.js';
import { type ScheduleModel, makespanOf } from './schedule-model.js';
import type { Span } from './start-times.js';

const EPSILON = 1e-6;
/** Deadlines closer than this are not told apart. */
const BETWEEN_MIN = 0.5;

/**
 * A time before which no schedule can end: the last deadline that lags, calendars, rivals and the work of each resource refute
 * (destructive bound, Klein & Scholl 1999, European Journal of Operational Research 112), found by halving. Yields what is known so
 * far after each deadline tried; the last one yielded is the bound.
 */
export function* lowerBounds(model: ScheduleModel, root: Bounds): Generator<number, void> {
  const energy = new Energy(model);
  const refutes = (deadlineMin: number): boolean => {
    const bounds = new Bounds(model, root);
    return !bounds.endBy(deadlineMin) || !bounds.propagate() || energy.isOverspent(bounds);
  };
  const earliestEnd = makespanOf(
    model,
    model.tasks.map((_, task) => root.endMin(task)),
  );
  yield earliestEnd;
  if (!refutes(earliestEnd)) return;
  let [refuted, open] = [earliestEnd, model.horizonMin];
  // the end is mostly nearer to the bound than to the horizon
  for (let stepMin = Math.max(1, earliestEnd / 8); open === model.horizonMin && refuted + stepMin < open; stepMin *= 2) {
    if (refutes(refuted + stepMin)) refuted += stepMin;
    else open = refuted + stepMin;
    yield refuted;
  }
  while (open - refuted > BETWEEN_MIN) {
    const middle = (open + refuted) / 2;
    if (refutes(middle)) refuted = middle;
    else open = middle;
    yield refuted;
  }
}

/** Work that must be done within some interval, against what each resource can do there. */
class Energy {
  private readonly workedBy: ((minutes: number) => number)[];

  constructor(private readonly model: ScheduleModel) {
    this.workedBy = model.availability.map(workedBy);
  }

  isOverspent(bounds: Bounds): boolean {
    return this.model.usersOf.some((users, resource) => {
      const worked = this.workedBy[resource]!;
      const tasks = users
        .map(({ task, amount }) => ({
          fromWorked: worked(bounds.startMin(task)),
          toWorked: worked(bounds.latestEndMin(task)),
          work: amount * this.model.tasks[task]!.durationMin,
        }))
        .sort((a, b) => a.toWorked - b.toWorked);
      const froms = [...new Set(tasks.map(({ fromWorked }) => fromWorked))];
      return froms.some((from) => {
        let work = 0;
        for (const each of tasks) {
          if (each.fromWorked < from) continue;
          work += each.work;
          if (work > this.model.capacities[resource]! * (each.toWorked - from) + EPSILON) return true;
        }
        return false;
      });
    });
  }
}

/** Minutes that a resource has worked up to a time. */
function workedBy(available: readonly Span[] | null): (minutes: number) => number {
  if (available === null) return (minutes) => minutes;
  const before = [0];
  for (const { fromMin, toMin } of available) before.push(before.at(-1)! + toMin - fromMin);
  return (minutes) => {
    let [low, high] = [0, available.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (available[middle]!.fromMin < minutes) low = middle + 1;
      else high = middle;
    }
    if (low === 0) return 0;
    const { fromMin, toMin } = available[low - 1]!;
    return before[low - 1]! + Math.min(minutes, toMin) - fromMin;
  };
}
