import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { type Interval, type PlacedTask, type Programme, type Task, shiftsFrom, weekOf } from '../programme/index.js';
import { DAY_MS } from '../quantities/index.js';
import type { SiteState } from '../site-log/index.js';
import { type Goal, GoalFigures, type GoalSetting } from './goals.js';
import { placingAnew } from './programme-job.js';

/** What a search by a goal other than the end has come to. */
export interface GoalProposal {
  programme: Programme;
  figure: number;
  /** no programme comes to less */ bound: number;
}

const SEED = 20_261_128;
/** Work is put off by fewer shifts than so many at a time. */
const MOST_SHIFTS = 8;
/** A better figure is worth an end that is later by so much at most. */
const LATER_MS = 14 * DAY_MS;
/** Of what was put off, all but one in so many that are touched again are let go. */
const LET_GO_OF = 3;
/** One try in so many empties a whole day. */
const EMPTIES = 4;
/** What was gone on from so many tries ago still counts. */
const PASSED = 60;

type Starts = Map<string, NonNullable<Task['kept']>>;

interface Weight {
  missed: number;
  figure: number;
  endMs: number;
}

/**
 * Looks for a programme of fewer rounds, fewer opened packs or less cost: pieces of work are put off to later shifts, days are emptied, and
 * all is placed anew by the rules of the work each time; what is no worse than some tries before is gone on from, so that hills are
 * crossed (late acceptance: Burke & Bykov 2017, EJOR 258). Misses no more windows than `from`, and ends a fortnight later at most. Yields
 * the best so far; told to stop, it ends. It ends by itself only at the bound.
 * @param from the programme to begin from: of just this work
 */
export function* betterByGoal(
  goal: Exclude<Goal, 'finish'>,
  from: Programme,
  done: SiteState['done'],
  setting: GoalSetting,
): Generator<GoalProposal, GoalProposal, boolean> {
  const search = new GoalSearch(goal, from, done, setting);
  while (!search.isOver) {
    if (yield search.best) break;
    search.step();
  }
  return search.best;
}

class GoalSearch {
  private readonly figures: GoalFigures;
  private readonly random = xoroshiro128plus(SEED);
  private readonly place: (starts: Starts) => Programme;
  private readonly movable: readonly PlacedTask[];
  private readonly shifts: readonly Interval[];
  private readonly latestMs: number;
  private readonly bound: number;
  private starts: Starts;
  private now: { programme: Programme; weight: Weight };
  private found: { programme: Programme; weight: Weight };
  private readonly passed: Weight[];
  private tries = 0;

  constructor(
    private readonly goal: Exclude<Goal, 'finish'>,
    from: Programme,
    done: SiteState['done'],
    setting: GoalSetting,
  ) {
    const { workItems, options } = setting;
    this.figures = new GoalFigures(setting);
    const pinned: Starts = new Map([...(options.kept ?? [])].filter(([, { isPinned }]) => isPinned));
    const anew = placingAnew(workItems, { done }, options);
    this.place = (starts) => anew(new Map([...starts, ...pinned]));
    this.movable = from.tasks.filter(({ state, id }) => state === 'planned' && !pinned.has(id));
    this.bound = this.figures.bound(goal, from);
    this.latestMs = this.figures.of('finish', from) + LATER_MS;
    const days = Number.isFinite(this.latestMs) ? Math.ceil((this.latestMs - options.nowMs) / DAY_MS) + 1 : 0;
    this.shifts = shiftsFrom(options.nowMs, weekOf(options), days);
    this.found = { programme: from, weight: this.weigh(from) };
    // what was found, its starts put down, is placed again by them; where it is not, it is begun from what falls by itself
    this.starts = new Map(this.movable.map(({ id, startMs }) => [id, { startMs, isPinned: false }]));
    this.now = this.placed(this.starts);
    if (!isNoWorse(this.now.weight, this.found.weight)) {
      this.starts = new Map();
      this.now = this.placed(this.starts);
    }
    if (isNoWorse(this.now.weight, this.found.weight)) this.found = this.now;
    this.passed = Array.from({ length: PASSED }, () => this.now.weight);
  }

  get best(): GoalProposal {
    return { programme: this.found.programme, figure: this.found.weight.figure, bound: this.bound };
  }

  get isOver(): boolean {
    return this.movable.length === 0 || this.shifts.length === 0 || this.found.weight.figure <= this.bound;
  }

  step(): void {
    const next = new Map(this.starts);
    const task = this.movable[this.pick(this.movable.length)]!;
    if (this.pick(EMPTIES) === 0) this.emptyDay(next, task);
    else this.putOff(next, task);
    const placed = this.placed(next);
    const before = this.tries++ % PASSED;
    const { weight } = placed;
    if (weight.endMs > this.latestMs || weight.missed > this.found.weight.missed) return;
    if (!isNoWorse(weight, this.now.weight) && !isNoWorse(weight, this.passed[before]!)) return;
    this.passed[before] = this.now.weight;
    this.starts = next;
    this.now = placed;
    if (isNoWorse(weight, this.found.weight)) this.found = placed;
  }

  private pick(n: number): number {
    return uniformInt(this.random, 0, n - 1);
  }

  private placed(starts: Starts): { programme: Programme; weight: Weight } {
    const programme = this.place(starts);
    return { programme, weight: this.weigh(programme) };
  }

  private weigh(programme: Programme): Weight {
    const { figures, goal } = this;
    return { missed: programme.conflicts.length, figure: figures.of(goal, programme), endMs: figures.of('finish', programme) };
  }

  private startOf(id: string): number {
    return this.now.programme.tasks.find((each) => each.id === id)!.startMs;
  }

  /** Nobody comes on the day on which a piece begins now: all that begins on it is put off to the next. */
  private emptyDay(starts: Starts, { id }: PlacedTask): void {
    const startMs = this.startOf(id);
    const day = this.shifts.findIndex(({ toMs }) => toMs > startMs);
    const [of, after] = [this.shifts[day], this.shifts[day + 1]];
    if (!of || !after) return;
    for (const each of this.now.programme.tasks)
      if (each.state === 'planned' && each.startMs >= of.fromMs && each.startMs < of.toMs)
        starts.set(each.id, { startMs: after.fromMs, isPinned: false });
  }

  /** One piece to another shift, its face after it where it can; or what was put off, let go again. */
  private putOff(starts: Starts, { id, chain }: PlacedTask): void {
    const face = this.movable.filter((each) => each.chain === chain);
    if (starts.has(id) && this.pick(LET_GO_OF) > 0) {
      for (const each of this.pick(2) === 0 ? face : [{ id }]) starts.delete(each.id);
      return;
    }
    const startMs = this.startOf(id);
    const first = this.shifts.findIndex(({ toMs }) => toMs > startMs);
    const shift = this.shifts[Math.max(0, first) + this.pick(MOST_SHIFTS)];
    if (!shift) return;
    for (const each of face) starts.delete(each.id);
    // what is laid late in a shift opens in the morning
    const lateMs = ((shift.toMs - shift.fromMs) * this.pick(2) * this.pick(8)) / 8;
    starts.set(id, { startMs: shift.fromMs + lateMs, isPinned: false });
  }
}

/** Windows first, then the figure, then the end. */
function isNoWorse(a: Weight, b: Weight): boolean {
  if (a.missed !== b.missed) return a.missed < b.missed;
  return a.figure === b.figure ? a.endMs <= b.endMs : a.figure < b.figure;
}
