import { type Schedule, type ScheduleModel, makespanOf } from './schedule-model.js';
import { Placement } from './schedule-placement.js';

/** Pairs that hold each other by a window come forward by turns. */
const MOST_ROUNDS = 30;

/**
 * Begins every task as early as the others let it, in turns until none comes any earlier: a search for the makespan leaves late what
 * does not matter to it. No rule is broken, no task begins later than before, and nothing ends later.
 */
export function pullForward(model: ScheduleModel, schedule: Schedule): Schedule {
  const placed = new Placement(model);
  const { startsMin, endsMin } = placed;
  const order = model.tasks.map((_, task) => task);
  for (const task of order) placed.putAt(task, schedule.startsMin[task]!, schedule.endsMin[task]!);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let hasMoved = false;
    for (const task of order.sort((a, b) => startsMin[a]! - startsMin[b]!)) {
      const index = placed.firstFit(task, placed.opensMin(task), startsMin[task]);
      if (index === null) continue;
      placed.put(task, index);
      hasMoved = true;
    }
    if (!hasMoved) break;
  }
  return { startsMin, endsMin, makespanMin: makespanOf(model, endsMin) };
}
