import { Bounds, Decisions, type Precedence } from './schedule-bounds.js';
import { type Choice, type FirstOverload, waysOut } from './schedule-conflicts.js';
import type { ScheduleModel } from './schedule-model.js';

export interface Schedule {
  startsMin: number[];
  endsMin: number[];
  makespanMin: number;
}

interface Branch {
  /** bounds of the node above */ parent: Bounds;
  /** decisions taken above */ depth: number;
  choice: Choice | null;
}

/** Ends are told apart down to this; far under a step. */
export const BETTER_BY_MIN = 1e-3;

export interface SearchOptions {
  /** decided already */ given?: readonly Precedence[];
  /** picks among the choices of a node; the first by default */ pick?: (choices: number) => number;
  first?: FirstOverload;
}

/**
 * Depth-first branch and bound for schedules with minimum and maximum lags (De Reyck & Herroelen 1998, European Journal of
 * Operational Research 111): a node starts everything at its earliest; where that overfills a resource, each way out is a branch.
 */
export class ScheduleSearch {
  best: Schedule | null = null;
  private readonly stack: Branch[];
  private readonly decisions: Decisions;
  private readonly pick: (choices: number) => number;
  private readonly first: FirstOverload;

  constructor(
    private readonly model: ScheduleModel,
    root: Bounds,
    /** only schedules that end before this */ private endBeforeMin: number,
    { given = [], pick = () => 0, first = 'fewest-ways-out' }: SearchOptions = {},
  ) {
    [this.pick, this.first] = [pick, first];
    this.decisions = new Decisions(model.tasks.length);
    given.forEach((each) => this.decisions.push(each));
    this.stack = [{ parent: root, depth: given.length, choice: null }];
  }

  /** Visits up to so many nodes; true when nothing is left to visit. */
  advance(nodes: number): boolean {
    for (let visited = 0; visited < nodes; visited++) {
      const branch = this.stack.pop();
      if (!branch) return true;
      this.visit(branch);
    }
    return this.stack.length === 0;
  }

  /** Only schedules that end before a time are of interest from now on. */
  tighten(endBeforeMin: number): void {
    this.endBeforeMin = Math.min(this.endBeforeMin, endBeforeMin);
  }

  private visit({ parent, depth, choice }: Branch): void {
    const bounds = new Bounds(this.model, parent);
    this.decisions.backTo(depth);
    if (choice === null) bounds.markAll();
    else if ('before' in choice) {
      this.decisions.push(choice);
      bounds.mark(choice.before);
    }
    if (choice && 'task' in choice && !bounds.raise(choice.task, this.model.tasks[choice.task]!.times.notBefore(choice.notBeforeMin)))
      return;
    if (!bounds.endBy(this.endBeforeMin - BETTER_BY_MIN) || !bounds.propagate(this.decisions)) return;
    const choices = waysOut(this.model, bounds, this.first);
    if (choices === null) return this.keep(bounds);
    const below = this.decisions.depth;
    const first = choices.length > 1 ? this.pick(choices.length) : 0;
    for (let i = choices.length - 1; i >= 0; i--) if (i !== first) this.stack.push({ parent: bounds, depth: below, choice: choices[i]! });
    if (choices.length > 0) this.stack.push({ parent: bounds, depth: below, choice: choices[first]! });
  }

  private keep(bounds: Bounds): void {
    const startsMin = this.model.tasks.map((_, task) => bounds.startMin(task));
    const endsMin = this.model.tasks.map((_, task) => bounds.endMin(task));
    const makespanMin = Math.max(0, ...endsMin);
    this.best = { startsMin, endsMin, makespanMin };
    this.endBeforeMin = makespanMin;
  }
}
