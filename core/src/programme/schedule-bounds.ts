import type { ModelLag, ScheduleModel } from './schedule-model.js';

/** Why a task can start no earlier: a lag (null: an order of two tasks) that pushed it, and from which task. */
export interface Push {
  lag: ModelLag | null;
  by: number;
}

const EPSILON = 1e-6;

/**
 * Earliest and latest starts of all tasks, as indices into their feasible starts, tightened until every lag and rival pair is
 * consistent. All rules raise earliest and lower latest starts monotonically, so the earliest starts themselves keep every
 * lag and calendar; only resources may still be overfull.
 */
export class Bounds {
  readonly earliest: Int32Array;
  readonly latest: Int32Array;
  /** tasks whose bounds have moved since their rules were last applied */
  private readonly moved: number[] = [];
  private readonly waiting: Uint8Array;
  private deadlineMin: number;

  constructor(
    private readonly model: ScheduleModel,
    from?: Bounds,
  ) {
    this.earliest = from ? from.earliest.slice() : new Int32Array(model.tasks.length);
    this.latest = from ? from.latest.slice() : Int32Array.from(model.tasks, ({ times }) => times.count - 1);
    this.waiting = new Uint8Array(model.tasks.length);
    this.deadlineMin = from?.deadlineMin ?? Infinity;
  }

  startMin(task: number): number {
    return this.model.tasks[task]!.times.startMin(this.earliest[task]!);
  }

  endMin(task: number): number {
    return this.model.tasks[task]!.times.endMin(this.earliest[task]!);
  }

  latestStartMin(task: number): number {
    return this.model.tasks[task]!.times.startMin(this.latest[task]!);
  }

  latestEndMin(task: number): number {
    return this.model.tasks[task]!.times.endMin(this.latest[task]!);
  }

  /** All tasks but those aside end by a time. Returns false when one cannot. */
  endBy(minutes: number): boolean {
    if (minutes >= this.deadlineMin) return true;
    this.deadlineMin = minutes;
    return this.model.tasks.every(({ times, isAside }, task) => isAside || this.lower(task, times.endingNotAfter(minutes)));
  }

  raise(task: number, index: number): boolean {
    if (index > this.earliest[task]!) {
      this.earliest[task] = index;
      this.mark(task);
    }
    return this.earliest[task]! <= this.latest[task]!;
  }

  lower(task: number, index: number): boolean {
    if (index < this.latest[task]!) {
      this.latest[task] = index;
      this.mark(task);
    }
    return this.earliest[task]! <= this.latest[task]!;
  }

  /** A task's rules are to be applied anew. */
  mark(task: number): void {
    if (this.waiting[task]) return;
    this.waiting[task] = 1;
    this.moved.push(task);
  }

  markAll(): void {
    for (let task = 0; task < this.waiting.length; task++) this.mark(task);
  }

  /** Tightens from the marked tasks on to the fixed point; false when no schedule is left. `pushes` records what raised each task last. */
  propagate(pushes?: (Push | undefined)[]): boolean {
    const { model, moved, waiting } = this;
    // rivals cost more to look at: each task's, once the rest has settled
    const unsettled: number[] = [];
    for (;;) {
      while (moved.length > 0) {
        // first in, first out: a task that is raised again soon is looked at once
        const task = moved.shift()!;
        waiting[task] = 0;
        if (this.earliest[task]! > this.latest[task]!) return false;
        if (!unsettled.includes(task)) unsettled.push(task);
        for (const lag of model.lagsFrom[task]!) if (!this.applyLag(lag, pushes)) return false;
        for (const lag of model.lagsTo[task]!) if (!this.applyLag(lag, pushes)) return false;
      }
      const task = unsettled.pop();
      if (task === undefined) return true;
      for (const rival of model.rivalsOf[task]!) if (!this.separate(task, rival, pushes)) return false;
    }
  }

  /** Of two tasks that exclude each other one must come first; when only one order is left, it holds. */
  private separate(a: number, b: number, pushes?: (Push | undefined)[]): boolean {
    const aFirst = this.endMin(a) <= this.latestStartMin(b) + EPSILON;
    const bFirst = this.endMin(b) <= this.latestStartMin(a) + EPSILON;
    if (aFirst && bFirst) return true;
    if (!aFirst && !bFirst) return false;
    return aFirst ? this.applyOrder(a, b, pushes) : this.applyOrder(b, a, pushes);
  }

  private applyLag(lag: ModelLag, pushes?: (Push | undefined)[]): boolean {
    const { from, to, clock, min, max } = lag;
    const first = this.model.tasks[from]!.times;
    const second = this.model.tasks[to]!.times;
    const refEarliest = lag.fromEnd ? first.endMin(this.earliest[from]!) : first.startMin(this.earliest[from]!);
    const earliestTo = second.notBefore(clock.timeOf(clock.aged(refEarliest) + min));
    if (pushes && earliestTo > this.earliest[to]!) pushes[to] = { lag, by: from };
    const refLatest = clock.timeOf(clock.aged(second.startMin(this.latest[to]!)) - min);
    const latestFrom = lag.fromEnd ? first.endingNotAfter(refLatest) : first.notAfter(refLatest);
    if (!this.raise(to, earliestTo) || !this.lower(from, latestFrom)) return false;
    if (max === null) return true;
    const refLatestMax = lag.fromEnd ? first.endMin(this.latest[from]!) : first.startMin(this.latest[from]!);
    const latestTo = second.notAfter(clock.timeOf(clock.aged(refLatestMax) + max));
    const refEarliestMax = clock.timeOf(clock.aged(second.startMin(this.earliest[to]!)) - max);
    const earliestFrom = lag.fromEnd ? first.endingNotBefore(refEarliestMax) : first.notBefore(refEarliestMax);
    if (pushes && earliestFrom > this.earliest[from]!) pushes[from] = { lag, by: to };
    return this.raise(from, earliestFrom) && this.lower(to, latestTo);
  }

  private applyOrder(before: number, after: number, pushes?: (Push | undefined)[]): boolean {
    const { tasks } = this.model;
    const earliestAfter = tasks[after]!.times.notBefore(this.endMin(before));
    if (pushes && earliestAfter > this.earliest[after]!) pushes[after] = { lag: null, by: before };
    return this.raise(after, earliestAfter) && this.lower(before, tasks[before]!.times.endingNotAfter(this.latestStartMin(after)));
  }
}
