import { type ModelLag, type Schedule, type ScheduleModel, makespanOf } from './schedule-model.js';
import { intersect } from './start-times.js';

const EPSILON = 1e-6;
/** Pairs that hold each other by a window come forward by turns. */
const MOST_ROUNDS = 30;

interface Piece {
  fromMin: number;
  toMin: number;
  amount: number;
}

/**
 * Begins every task as early as the others let it, in turns until none comes any earlier: a search for the makespan leaves late what
 * does not matter to it. No rule is broken, no task begins later than before, and nothing ends later.
 */
export function pullForward(model: ScheduleModel, schedule: Schedule): Schedule {
  const startsMin = [...schedule.startsMin];
  const endsMin = [...schedule.endsMin];
  const order = model.tasks.map((_, task) => task);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let hasMoved = false;
    for (const task of order.sort((a, b) => startsMin[a]! - startsMin[b]!)) {
      const index = earliest(model, task, { startsMin, endsMin });
      const { times } = model.tasks[task]!;
      if (index === null || times.startMin(index) >= startsMin[task]! - EPSILON) continue;
      startsMin[task] = times.startMin(index);
      endsMin[task] = times.endMin(index);
      hasMoved = true;
    }
    if (!hasMoved) break;
  }
  return { startsMin, endsMin, makespanMin: makespanOf(model, endsMin) };
}

/** First start of a task, before its present one, at which everything else may stay where it is. */
function earliest(model: ScheduleModel, task: number, { startsMin, endsMin }: Omit<Schedule, 'makespanMin'>): number | null {
  const { times, uses } = model.tasks[task]!;
  const nowMin = startsMin[task]!;
  let fromMin = 0;
  for (const lag of model.lagsTo[task]!) fromMin = Math.max(fromMin, opensMin(lag, startsMin, endsMin));
  const followers = model.lagsFrom[task]!.filter(({ max }) => max !== null);
  const others = uses.map(({ resource, amount }) => ({
    most: model.capacities[resource]! - amount,
    pieces: model.usersOf[resource]!.flatMap((user) => (user.task === task ? [] : piecesOf(model, user, startsMin, endsMin))),
  }));
  for (let index = times.notBefore(fromMin); index < times.count && times.startMin(index) < nowMin - EPSILON;) {
    const [startMin, endMin] = [times.startMin(index), times.endMin(index)];
    const late = followers.some((lag) => !isInTime(lag, startMin, endMin, startsMin));
    const blockedUntilMin = late ? null : blockedUntil(model, task, { startMin, endMin }, others);
    if (!late && blockedUntilMin === null) return index;
    // past what is in the way; where a follower would be left behind, the next start is nearer to it
    index = blockedUntilMin === null ? index + 1 : Math.max(index + 1, times.notBefore(blockedUntilMin));
  }
  return null;
}

const opensMin = ({ from, fromEnd, min, clock }: ModelLag, startsMin: readonly number[], endsMin: readonly number[]): number =>
  clock.timeOf(clock.aged((fromEnd ? endsMin : startsMin)[from]!) + min);

function isInTime({ to, fromEnd, max, clock }: ModelLag, startMin: number, endMin: number, startsMin: readonly number[]): boolean {
  return clock.aged(startsMin[to]!) - clock.aged(fromEnd ? endMin : startMin) <= max! + EPSILON;
}

/** The end of a piece of work that leaves it no room; null where there is room. */
function blockedUntil(
  model: ScheduleModel,
  task: number,
  { startMin, endMin }: { startMin: number; endMin: number },
  others: readonly { most: number; pieces: readonly Piece[] }[],
): number | null {
  const own = workedBetween(model, task, startMin, endMin);
  for (const { most, pieces } of others)
    for (const { fromMin, toMin } of own) {
      const beside = pieces.filter((piece) => piece.fromMin < toMin - EPSILON && piece.toMin > fromMin + EPSILON);
      for (const at of [fromMin, ...beside.map((piece) => piece.fromMin)]) {
        const there = beside.filter((piece) => piece.fromMin <= at + EPSILON && piece.toMin > at + EPSILON);
        if (there.reduce((sum, { amount }) => sum + amount, 0) > most) return Math.min(...there.map((piece) => piece.toMin));
      }
    }
  return null;
}

function piecesOf(
  model: ScheduleModel,
  { task, amount }: { task: number; amount: number },
  startsMin: readonly number[],
  endsMin: readonly number[],
): Piece[] {
  return workedBetween(model, task, startsMin[task]!, endsMin[task]!).map((span) => ({ ...span, amount }));
}

/** When a task that begins and ends then is worked at. */
function workedBetween(model: ScheduleModel, task: number, fromMin: number, toMin: number): { fromMin: number; toMin: number }[] {
  if (toMin <= fromMin) return [];
  const { working } = model.tasks[task]!;
  return working === null ? [{ fromMin, toMin }] : intersect(working, [{ fromMin, toMin }]);
}
