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

/** One neighbourhood in so many goes by time or chance alone; the others keep together what waits for each other. */
const APART_EVERY = 5;

/**
 * Tasks to place anew. Mostly what waits for each other, such as the coats of a face, since no part of it can move far alone: from a
 * task on along its waits, then from the next, near a random moment or anywhere. Now and then those nearest in time to a random moment,
 * or a random handful, or those of one resource nearest to it.
 */
export function chooseRelaxed(model: ScheduleModel, schedule: Schedule, size: number, random: RandomGenerator): Set<number> {
  const all = model.tasks.map((_, task) => task);
  const atMin = uniformInt(random, 0, Math.max(1, Math.ceil(schedule.makespanMin)));
  const distance = (task: number) => Math.abs((schedule.startsMin[task]! + schedule.endsMin[task]!) / 2 - atMin);
  const nearest = (tasks: readonly number[]) => [...tasks].sort((a, b) => distance(a) - distance(b));
  if (uniformInt(random, 1, APART_EVERY) > 1)
    return alongWaits(model, uniformInt(random, 0, 1) === 0 ? nearest(all) : shuffled(all, random), size);
  const way = uniformInt(random, 0, 3);
  if (way === 0) return new Set(shuffled(all, random).slice(0, size));
  const users =
    way === 1 && model.usersOf.length > 0 ? model.usersOf[uniformInt(random, 0, model.usersOf.length - 1)]!.map(({ task }) => task) : all;
  return new Set(nearest(users).slice(0, size));
}

function alongWaits({ lagsFrom, lagsTo }: ScheduleModel, order: readonly number[], size: number): Set<number> {
  const out = new Set<number>();
  for (const first of order) {
    const next = [first];
    for (let task = next.shift(); task !== undefined && out.size < size; task = next.shift()) {
      if (out.has(task)) continue;
      out.add(task);
      for (const { to } of lagsFrom[task]!) next.push(to);
      for (const { from } of lagsTo[task]!) next.push(from);
    }
    if (out.size >= size) break;
  }
  return out;
}

function shuffled(items: readonly number[], random: RandomGenerator): number[] {
  const out = [...items];
  for (let i = out.length - 1; i > 0; i--) {
    const j = uniformInt(random, 0, i);
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}
