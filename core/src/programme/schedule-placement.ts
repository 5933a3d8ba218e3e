import type { ScheduleModel } from './schedule-model.js';
import { type Span, intersect } from './start-times.js';

const EPSILON = 1e-6;

interface Piece extends Span {
  amount: number;
}

/** Tasks of a model that stand somewhere, and the room they leave the others; one that does not stand takes none. */
export class Placement {
  /** minutes; NaN where a task does not stand */
  readonly startsMin: number[];
  readonly endsMin: number[];
  private readonly worked: (readonly Span[])[];

  constructor(private readonly model: ScheduleModel) {
    this.startsMin = model.tasks.map(() => NaN);
    this.endsMin = model.tasks.map(() => NaN);
    this.worked = model.tasks.map(() => []);
  }

  stands(task: number): boolean {
    return !Number.isNaN(this.startsMin[task]!);
  }

  /** @param index of its feasible starts */
  put(task: number, index: number): void {
    const { times } = this.model.tasks[task]!;
    this.putAt(task, times.startMin(index), times.endMin(index));
  }

  putAt(task: number, startMin: number, endMin: number): void {
    this.startsMin[task] = startMin;
    this.endsMin[task] = endMin;
    this.worked[task] = this.workedBetween(task, startMin, endMin);
  }

  takeOut(task: number): void {
    this.startsMin[task] = this.endsMin[task] = NaN;
    this.worked[task] = [];
  }

  /** No wait from a task that stands lets this one begin earlier, minutes. */
  opensMin(task: number): number {
    let fromMin = 0;
    for (const { from, fromEnd, min, clock } of this.model.lagsTo[task]!)
      if (this.stands(from)) fromMin = Math.max(fromMin, clock.timeOf(clock.aged((fromEnd ? this.endsMin : this.startsMin)[from]!) + min));
    return fromMin;
  }

  /**
   * Index of the first start of a task, from a time on and before another, at which it fits beside all that stands and leaves no
   * follower behind; null where there is none.
   */
  firstFit(task: number, fromMin: number, beforeMin = Infinity): number | null {
    const { times, uses } = this.model.tasks[task]!;
    const followers = this.model.lagsFrom[task]!.filter(({ to, max }) => max !== null && this.stands(to));
    const others = uses.map(({ resource, amount }) => ({
      most: this.model.capacities[resource]! - amount,
      pieces: this.model.usersOf[resource]!.flatMap((user): Piece[] =>
        user.task === task ? [] : this.worked[user.task]!.map((span) => ({ ...span, amount: user.amount })),
      ),
    }));
    for (let index = times.notBefore(fromMin); index < times.count && times.startMin(index) < beforeMin - EPSILON;) {
      const [startMin, endMin] = [times.startMin(index), times.endMin(index)];
      const late = followers.some(
        ({ to, fromEnd, max, clock }) => clock.aged(this.startsMin[to]!) - clock.aged(fromEnd ? endMin : startMin) > max! + EPSILON,
      );
      const untilMin = late ? null : blockedUntil(this.workedBetween(task, startMin, endMin), others);
      if (!late && untilMin === null) return index;
      // past what is in the way; where a follower would be left behind, the next start is nearer to it
      index = untilMin === null ? index + 1 : Math.max(index + 1, times.notBefore(untilMin));
    }
    return null;
  }

  private workedBetween(task: number, fromMin: number, toMin: number): Span[] {
    if (toMin <= fromMin) return [];
    const { working } = this.model.tasks[task]!;
    return working === null ? [{ fromMin, toMin }] : intersect(working, [{ fromMin, toMin }]);
  }
}

/** The end of a piece of work that leaves it no room; null where there is room. */
function blockedUntil(own: readonly Span[], others: readonly { most: number; pieces: readonly Piece[] }[]): number | null {
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
