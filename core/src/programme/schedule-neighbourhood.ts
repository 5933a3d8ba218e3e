import { type RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import type { Schedule, ScheduleModel } from './schedule-model.js';

/** `before` has ended when `after` starts. */
export interface Precedence {
  before: number;
  after: number;
}

/**
 * The decisions that a schedule embodies on its resources: each unit hands over from task to task in order of start. Tasks in
 * `relaxed` are left out, so that a search may place them anew among the rest (Godard, Laborie & Nuijten 2005, ICAPS).
 */
export function handovers(model: ScheduleModel, { startsMin, endsMin }: Schedule, relaxed: ReadonlySet<number>): Precedence[] {
  const out: Precedence[] = [];
  model.usersOf.forEach((users, resource) => {
    /** last task on each unit */
    const units: (number | null)[] = Array.from({ length: model.capacities[resource]! }, () => null);
    const kept = users
      .filter(({ task }) => !relaxed.has(task))
      .sort((a, b) => startsMin[a.task]! - startsMin[b.task]! || endsMin[a.task]! - endsMin[b.task]!);
    for (const { task, amount } of kept) {
      const free = units.flatMap((last, unit) => (last === null || endsMin[last]! <= startsMin[task]! + 1e-6 ? [unit] : []));
      // take over from those that ended last: fewer orders are fixed
      free.sort((a, b) => endOf(units[b]!) - endOf(units[a]!));
      for (const unit of free.slice(0, amount)) {
        const last = units[unit] ?? null;
        if (last !== null && !out.some(({ before, after }) => before === last && after === task)) out.push({ before: last, after: task });
        units[unit] = task;
      }
    }
  });
  return out;

  function endOf(task: number | null): number {
    return task === null ? -Infinity : endsMin[task]!;
  }
}

/** Tasks to place anew: those nearest in time to a random moment, or a random handful, or those of one resource nearest to it. */
export function chooseRelaxed(model: ScheduleModel, schedule: Schedule, size: number, random: RandomGenerator): Set<number> {
  const all = model.tasks.map((_, task) => task);
  const way = uniformInt(random, 0, 3);
  const atMin = uniformInt(random, 0, Math.max(1, Math.ceil(schedule.makespanMin)));
  const distance = (task: number) => Math.abs((schedule.startsMin[task]! + schedule.endsMin[task]!) / 2 - atMin);
  if (way === 0) return new Set(shuffled(all, random).slice(0, size));
  const users =
    way === 1 && model.usersOf.length > 0 ? model.usersOf[uniformInt(random, 0, model.usersOf.length - 1)]!.map(({ task }) => task) : all;
  return new Set([...users].sort((a, b) => distance(a) - distance(b)).slice(0, size));
}

function shuffled(items: readonly number[], random: RandomGenerator): number[] {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}
