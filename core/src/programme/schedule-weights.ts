import { type Schedule, type ScheduleModel, makespanOf } from './schedule-model.js';
import { intersect, merge } from './start-times.js';

/** What a schedule is weighed by, besides its end. */
export interface Weights {
  /** a minute of makespan */ finish: number;
  /** a minute that a begun task rests until the hours go on */ outOfHours: number;
  /** a fresh start of a resource after it has stood still */ batches: number;
  /** a minute of a unit of a resource between its first use and its last */ cost: number;
}

export const FINISH_ONLY: Weights = { finish: 1, outOfHours: 0, batches: 0, cost: 0 };

/** How far ahead a later start is looked for, in feasible starts. */
const TRIED_STARTS = 60;

export function weigh(model: ScheduleModel, schedule: Schedule, weights: Weights): number {
  const { startsMin, endsMin, makespanMin } = schedule;
  const resting = model.tasks.reduce((sum, { durationMin }, task) => sum + endsMin[task]! - startsMin[task]! - durationMin, 0);
  let [spells, held] = [0, 0];
  model.usersOf.forEach((users, resource) => {
    const pieces = users.flatMap(({ task }) => {
      const whole = { fromMin: startsMin[task]!, toMin: endsMin[task]! };
      const { working } = model.tasks[task]!;
      return working === null ? [whole] : intersect(working, [whole]);
    });
    const busy = merge(pieces.filter(({ fromMin, toMin }) => toMin > fromMin));
    if (busy.length === 0) return;
    spells += busy.length;
    held += model.capacities[resource]! * (busy.at(-1)!.toMin - busy[0]!.fromMin);
  });
  return weights.finish * makespanMin + weights.outOfHours * resting + weights.batches * spells + weights.cost * held;
}

/** Starts tasks later, last ones first, as long as that weighs less and keeps every rule; a local optimum. */
export function compact(model: ScheduleModel, schedule: Schedule, weights: Weights): Schedule {
  let best = schedule;
  let bestWeight = weigh(model, best, weights);
  for (let improved = true; improved;) {
    improved = false;
    const order = model.tasks.map((_, task) => task).sort((a, b) => best.startsMin[b]! - best.startsMin[a]!);
    for (const task of order) {
      const { times } = model.tasks[task]!;
      const now = times.notBefore(best.startsMin[task]!);
      for (let index = now + 1; index < Math.min(times.count, now + TRIED_STARTS); index++) {
        const moved = withStart(model, best, { task, startMin: times.startMin(index), endMin: times.endMin(index) });
        const weight = weigh(model, moved, weights);
        if (weight >= bestWeight - 1e-9 || !keepsRules(model, moved)) continue;
        [best, bestWeight, improved] = [moved, weight, true];
      }
    }
  }
  return best;
}

function withStart(
  model: ScheduleModel,
  { startsMin, endsMin }: Schedule,
  to: { task: number; startMin: number; endMin: number },
): Schedule {
  const starts = startsMin.with(to.task, to.startMin);
  const ends = endsMin.with(to.task, to.endMin);
  return { startsMin: starts, endsMin: ends, makespanMin: makespanOf(model, ends) };
}

function keepsRules(model: ScheduleModel, { startsMin, endsMin }: Schedule): boolean {
  const lagsKept = model.lags.every(({ from, to, fromEnd, min, max, clock }) => {
    const wait = clock.aged(startsMin[to]!) - clock.aged((fromEnd ? endsMin : startsMin)[from]!);
    return wait >= min - 1e-6 && (max === null || wait <= max + 1e-6);
  });
  return (
    lagsKept &&
    model.usersOf.every((users, resource) => {
      const pieces = users.flatMap(({ task, amount }) => {
        const whole = { fromMin: startsMin[task]!, toMin: endsMin[task]! };
        const { working } = model.tasks[task]!;
        return (working === null ? [whole] : intersect(working, [whole])).map((span) => ({ ...span, amount }));
      });
      return pieces.every(
        ({ fromMin: at, toMin }) =>
          toMin <= at ||
          pieces.reduce((sum, piece) => sum + (piece.fromMin <= at + 1e-6 && piece.toMin > at + 1e-6 ? piece.amount : 0), 0) <=
            model.capacities[resource]!,
      );
    })
  );
}
