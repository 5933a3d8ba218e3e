import { type Literal, type Trail, literal } from './learning-trail.js';
import type { ModelLag, ScheduleModel } from './schedule-model.js';
import { TimeTable } from './time-table.js';

const EPSILON = 1e-6;
/** Clearly later, and far under a step. */
const AFTER = 1e-5;
/** More pairs than this cost more to keep than their orders tell; the table of each resource then does alone. */
const MOST_PAIRS = 15_000;

/** Two tasks of which one must end before the other starts; its variable is 1 where `first` does. */
export interface Pair {
  first: number;
  second: number;
}

export function pairsOf({ rivalsOf }: ScheduleModel): Pair[] {
  const count = rivalsOf.reduce((sum, rivals) => sum + rivals.length, 0) / 2;
  if (count > MOST_PAIRS) return [];
  return rivalsOf.flatMap((rivals, first) => rivals.flatMap((second) => (second > first ? [{ first, second }] : [])));
}

/**
 * What waits, orders and resources make of bounds, each with the bounds that it follows from. Variables are the tasks' starts, by
 * index, then the pairs.
 */
export class LearningRules {
  /** of each task: its pairs, who the other is, and the side that rises when this one comes first */
  private readonly pairsAt: readonly (readonly number[])[];
  private readonly othersAt: readonly (readonly number[])[];
  private readonly firstSidesAt: readonly (readonly number[])[];
  /** minutes that follow from the bounds of each task when it was last followed: never tighter than those are */
  private readonly startsMin: Float64Array;
  private readonly endsMin: Float64Array;
  private readonly latestMin: Float64Array;
  private readonly latestEndsMin: Float64Array;
  /** of resources whose orders are not all told by pairs */ private readonly timeTables: readonly TimeTable[];
  private readonly tablesOf: readonly (readonly TimeTable[])[];

  constructor(
    private readonly model: ScheduleModel,
    private readonly trail: Trail,
    private readonly pairs: readonly Pair[],
  ) {
    const pairsAt: number[][] = model.tasks.map(() => []);
    const othersAt: number[][] = model.tasks.map(() => []);
    const firstSidesAt: number[][] = model.tasks.map(() => []);
    pairs.forEach(({ first, second }, p) => {
      const side = 2 * (model.tasks.length + p);
      pairsAt[first]!.push(p);
      othersAt[first]!.push(second);
      firstSidesAt[first]!.push(side);
      pairsAt[second]!.push(p);
      othersAt[second]!.push(first);
      firstSidesAt[second]!.push(side + 1);
    });
    this.pairsAt = pairsAt;
    this.othersAt = othersAt;
    this.firstSidesAt = firstSidesAt;
    this.startsMin = new Float64Array(model.tasks.length);
    this.endsMin = new Float64Array(model.tasks.length);
    this.latestMin = new Float64Array(model.tasks.length);
    this.latestEndsMin = new Float64Array(model.tasks.length);
    model.tasks.forEach((_, task) => this.know(task));
    const paired = new Set(pairs.map(({ first, second }) => first * model.tasks.length + second));
    this.timeTables = model.usersOf.flatMap((users, resource) => {
      const asks = users.filter(({ task }) => model.tasks[task]!.durationMin > 0);
      const all = asks.every(({ task: a }) => asks.every(({ task: b }) => a >= b || paired.has(a * model.tasks.length + b)));
      return all ? [] : [new TimeTable(model, trail, resource)];
    });
    this.tablesOf = model.tasks.map(({ uses }) =>
      this.timeTables.filter((table) => uses.some(({ resource }) => resource === table.resource)),
    );
  }

  least(task: number): number {
    return this.trail.values[2 * task]!;
  }

  most(task: number): number {
    return -this.trail.values[2 * task + 1]!;
  }

  startMin(task: number): number {
    return this.model.tasks[task]!.times.startMin(this.least(task));
  }

  endMin(task: number): number {
    return this.model.tasks[task]!.times.endMin(this.least(task));
  }

  latestStartMin(task: number): number {
    return this.model.tasks[task]!.times.startMin(this.most(task));
  }

  /** Draws what follows at once from a side having risen. */
  follow(side: number): boolean {
    const { model } = this;
    const v = side >> 1;
    if (v >= model.tasks.length) return this.order(v - model.tasks.length);
    for (const table of this.tablesOf[v]!) table.touch(v);
    const isLeast = (side & 1) === 0;
    for (const lag of model.lagsFrom[v]!) if (!(isLeast ? this.openLag(lag) : this.closeLag(lag))) return false;
    for (const lag of model.lagsTo[v]!) if (!(isLeast ? this.reachLag(lag) : this.leaveLag(lag))) return false;
    return isLeast ? this.pairsLater(v) : this.pairsEarlier(v);
  }

  private know(task: number): void {
    this.startsMin[task] = this.startMin(task);
    this.endsMin[task] = this.endMin(task);
    this.latestMin[task] = this.latestStartMin(task);
    this.latestEndsMin[task] = this.model.tasks[task]!.times.endMin(this.most(task));
  }

  /** Most pairs have nothing to say; those are passed over by what is known of the other. */
  private pairsLater(task: number): boolean {
    this.know(task);
    const {
      startsMin,
      latestMin,
      trail: { values },
    } = this;
    const endMin = this.endsMin[task]!;
    const pairs = this.pairsAt[task]!;
    const others = this.othersAt[task]!;
    const sides = this.firstSidesAt[task]!;
    for (let i = 0; i < pairs.length; i++) {
      const own = sides[i]!;
      const other = others[i]!;
      if (values[own] === 1 - (own & 1)) {
        if (startsMin[other]! >= endMin) continue;
      } else if (values[own ^ 1] === (own & 1) || endMin <= latestMin[other]! + EPSILON) continue;
      if (!this.orderLater(pairs[i]!, task)) return false;
    }
    return true;
  }

  private pairsEarlier(task: number): boolean {
    this.know(task);
    const {
      endsMin,
      latestEndsMin,
      trail: { values },
    } = this;
    const latestMin = this.latestMin[task]!;
    const pairs = this.pairsAt[task]!;
    const others = this.othersAt[task]!;
    const sides = this.firstSidesAt[task]!;
    for (let i = 0; i < pairs.length; i++) {
      const own = sides[i]!;
      if (values[own] === 1 - (own & 1)) continue;
      const other = others[i]!;
      if ((values[own ^ 1] === (own & 1) ? latestEndsMin : endsMin)[other]! <= latestMin) continue;
      if (!this.orderEarlier(pairs[i]!, task)) return false;
    }
    return true;
  }

  /** What the tables of resources tell, once the rest has settled. */
  tables(): boolean {
    return this.timeTables.every((table) => table.propagate());
  }

  /** Bounds were taken back: every table is to be looked at anew. */
  forget(): void {
    for (let task = 0; task < this.startsMin.length; task++) this.know(task);
    for (const table of this.timeTables) table.touchAll();
  }

  /** The start of `from` puts off `to`. */
  private openLag({ from, to, fromEnd, min, clock }: ModelLag): boolean {
    const at = this.least(from);
    const { times } = this.model.tasks[from]!;
    const sinceMin = fromEnd ? times.endMin(at) : times.startMin(at);
    const value = this.model.tasks[to]!.times.notBefore(clock.timeOf(clock.aged(sinceMin) + min));
    return value <= this.least(to) || this.trail.raise(2 * to, value, [literal(2 * from, at)]);
  }

  /** The latest of `to` hurries `from`. */
  private leaveLag({ from, to, fromEnd, min, clock }: ModelLag): boolean {
    const at = this.most(to);
    const { times } = this.model.tasks[from]!;
    const untilMin = clock.timeOf(clock.aged(this.model.tasks[to]!.times.startMin(at)) - min);
    const value = fromEnd ? times.endingNotAfter(untilMin) : times.notAfter(untilMin);
    return value >= this.most(from) || this.trail.raise(2 * from + 1, -value, [literal(2 * to + 1, -at)]);
  }

  /** The window that `from` opens closes. */
  private closeLag({ from, to, fromEnd, max, clock }: ModelLag): boolean {
    if (max === null) return true;
    const at = this.most(from);
    const { times } = this.model.tasks[from]!;
    const sinceMin = fromEnd ? times.endMin(at) : times.startMin(at);
    const value = this.model.tasks[to]!.times.notAfter(clock.timeOf(clock.aged(sinceMin) + max));
    return value >= this.most(to) || this.trail.raise(2 * to + 1, -value, [literal(2 * from + 1, -at)]);
  }

  /** `to` starts late: `from` may not lie so far back that its window has closed. */
  private reachLag({ from, to, fromEnd, max, clock }: ModelLag): boolean {
    if (max === null) return true;
    const at = this.least(to);
    const { times } = this.model.tasks[from]!;
    const sinceMin = clock.timeOf(clock.aged(this.model.tasks[to]!.times.startMin(at)) - max);
    const value = fromEnd ? times.endingNotBefore(sinceMin) : times.notBefore(sinceMin);
    return value <= this.least(from) || this.trail.raise(2 * from, value, [literal(2 * to, at)]);
  }

  /** An order has been settled, or is looked at for the first time. */
  order(p: number): boolean {
    const { first, second } = this.pairs[p]!;
    const side = 2 * (this.model.tasks.length + p);
    const { values } = this.trail;
    if (values[side]! + values[side + 1]! === 0) {
      const [before, after] = values[side] === 1 ? [first, second] : [second, first];
      if (this.startsMin[after]! >= this.endsMin[before]! && this.latestEndsMin[before]! <= this.latestMin[after]!) return true;
      return this.orderLater(p, before) && this.orderEarlier(p, after);
    }
    return this.orderLater(p, first) && this.orderEarlier(p, first) && this.orderLater(p, second) && this.orderEarlier(p, second);
  }

  /** A task starts later than was known: what comes after it is put off; and it may come too late to be before the other. */
  private orderLater(p: number, task: number): boolean {
    const { trail } = this;
    const { first, second } = this.pairs[p]!;
    const side = 2 * (this.model.tasks.length + p);
    const other = task === first ? second : first;
    // "this one first" and "the other first", as sides of the pair's variable
    const [own, its] = task === first ? [side, side + 1] : [side + 1, side];
    const value = task === first ? 1 : 0;
    if (trail.values[own] === value) {
      const least = this.model.tasks[other]!.times.notBefore(this.endMin(task));
      return least <= this.least(other) || trail.raise(2 * other, least, [literal(own, value), literal(2 * task, this.least(task))]);
    }
    if (trail.values[its] === 1 - value) return true;
    const reason = this.cannotPrecede(task, other);
    return reason === null || (trail.raise(its, 1 - value, reason) && this.orderLater(p, other) && this.orderEarlier(p, task));
  }

  /** A task starts earlier than was known: what comes before it is hurried; and it may come too early to be after the other. */
  private orderEarlier(p: number, task: number): boolean {
    const { trail } = this;
    const { first, second } = this.pairs[p]!;
    const side = 2 * (this.model.tasks.length + p);
    const other = task === first ? second : first;
    const [own, its] = task === first ? [side, side + 1] : [side + 1, side];
    const value = task === first ? 1 : 0;
    if (trail.values[its] === 1 - value) {
      const at = this.most(task);
      const most = this.model.tasks[other]!.times.endingNotAfter(this.latestStartMin(task));
      return most >= this.most(other) || trail.raise(2 * other + 1, -most, [literal(its, 1 - value), literal(2 * task + 1, -at)]);
    }
    if (trail.values[own] === value) return true;
    const reason = this.cannotPrecede(other, task);
    return reason === null || (trail.raise(own, value, reason) && this.orderLater(p, task) && this.orderEarlier(p, other));
  }

  private cannotPrecede(before: number, after: number): Literal[] | null {
    const latestMin = this.latestStartMin(after);
    if (this.endMin(before) <= latestMin + EPSILON) return null;
    const least = this.model.tasks[before]!.times.endingNotBefore(latestMin + AFTER);
    return [literal(2 * before, Math.min(least, this.least(before))), literal(2 * after + 1, -this.most(after))];
  }
}
