import { uniformInt } from 'pure-rand/distribution/uniformInt';
import type { RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { Clauses } from './learning-clauses.js';
import { LearningRules, type Pair, pairsOf } from './learning-rules.js';
import { type Literal, Trail, literal, negated, sideOf, valueOf } from './learning-trail.js';
import type { Bounds } from './schedule-bounds.js';
import { type Schedule, type ScheduleModel, makespanOf } from './schedule-model.js';
import { chooseRelaxed, handovers } from './schedule-neighbourhood.js';

/** Ends are told apart down to this; far under a step. */
const BETTER_BY_MIN = 1e-3;
const DECAY = 0.95;
/** Conflicts of the first run of each kind before another begins. */
const RUN = 100;
/** Each such run is that much longer than the one before, up to so many times; less often once there is a schedule, whose neighbours do more. */
const GROWTH = 1.2;
const MOST_GROWN = 20;
const MOST_GROWN_AROUND = 5;
const NEIGHBOUR = 100;
/** Of a neighbourhood: tasks that are placed anew, at least, and at most as a share of all. */
const LEAST_RELAXED = 4;
const MOST_RELAXED = 0.2;
/** Up to so many orders are decided themselves, those in recent conflicts first; of more, starts lead to schedules sooner. */
const FEW_ORDERS = 3000;
/** One decision in so many is left to chance where variety is wanted. */
const BY_CHANCE = 4;

type Way = 'build' | 'busy' | 'neighbour';
const WITHOUT_BEST: readonly Way[] = ['build', 'busy'];
/** Mostly neighbours; what is learnt anew from the root, now one way and then the other, finds what no neighbour would. */
const AROUND: readonly Way[] = Array.from({ length: 7 }, () => 'neighbour');
const WITH_BEST: readonly Way[] = [...AROUND, 'busy', ...AROUND, 'build'];

export interface LearningOptions {
  random: RandomGenerator;
  /** goes from schedule to schedule without asking for shorter ones, for who weighs them otherwise */ isLoose?: boolean;
}

/**
 * Lazy clause generation (Ohrimenko, Stuckey & Codish 2009, Constraints 14): depth-first search over bounds of starts and over orders
 * that learns from every dead end a clause which rules out its cause for good, jumps back to where that bites, and begins anew ever so
 * often. Once there is a schedule, its neighbours are searched between whiles by deciding most of it first.
 */
export class LearningSearch {
  best: Schedule | null = null;
  /** no schedule is left that ends earlier than the best */ isExhausted = false;
  /** no schedule ends earlier, as far as anybody knows */ lowerBoundMin = 0;
  private readonly trail: Trail;
  private readonly rules: LearningRules;
  private readonly clauses: Clauses;
  private readonly pairs: readonly Pair[];
  private readonly pairOf: ReadonlyMap<number, number>;
  private read = 0;
  private readonly activity: Float64Array;
  private readonly orderActivity: Float64Array;
  /** in this run orders are decided first */ private isByOrder = false;
  private bump = 1;
  private way: Way = 'build';
  private runs = 0;
  private conflictsLeft = RUN;
  /** as one decision before all others: what they rule out is not searched */ private assumed: Literal[] = [];
  /** whose neighbours are searched */ private around: Schedule | null = null;
  private readonly needs: Map<number, number> = new Map();

  constructor(
    private readonly model: ScheduleModel,
    root: Bounds,
    private readonly options: LearningOptions,
  ) {
    this.pairs = pairsOf(model);
    const tasks = model.tasks.map((_, task) => task);
    this.trail = new Trail(
      [...tasks.map((task) => root.earliest[task]!), ...this.pairs.map(() => 0)],
      [...tasks.map((task) => root.latest[task]!), ...this.pairs.map(() => 1)],
    );
    this.rules = new LearningRules(model, this.trail, this.pairs);
    this.clauses = new Clauses(this.trail);
    this.pairOf = new Map(this.pairs.map(({ first, second }, pair) => [first * tasks.length + second, pair]));
    this.activity = new Float64Array(tasks.length);
    this.orderActivity = new Float64Array(this.pairs.length);
    // the bounds of the root have settled all but the orders
    this.isExhausted = !this.pairs.every((_, pair) => this.rules.order(pair));
  }

  /** Goes on for so many steps; true when nothing is left to search. */
  advance(steps: number): boolean {
    for (let step = 0; step < steps && !this.isExhausted; step++) this.step();
    return this.isExhausted;
  }

  /** Only schedules that end before a time are of interest from now on. */
  endBefore(minutes: number): void {
    this.backTo(0);
    for (let task = 0; task < this.model.tasks.length && !this.isExhausted; task++) {
      if (this.model.tasks[task]!.isAside) continue;
      const most = this.model.tasks[task]!.times.endingNotAfter(minutes - BETTER_BY_MIN);
      this.isExhausted = !this.trail.raise(2 * task + 1, -most, []);
    }
  }

  /** Searches the neighbours of another schedule from now on. */
  lookAround(schedule: Schedule): void {
    this.around = schedule;
  }

  private step(): void {
    if (!this.propagate()) {
      if (this.trail.level === 0) this.isExhausted = true;
      else this.learn();
      return;
    }
    if (this.conflictsLeft <= 0) return this.beginAnew();
    if (this.trail.level === 0 && this.assumed.length > 0) {
      if (!this.trail.decideAll(this.assumed)) this.giveUp();
      return;
    }
    const decision = this.decide();
    if (decision !== null) this.trail.decide(decision);
    else this.keep();
  }

  private propagate(): boolean {
    const { trail, clauses, rules } = this;
    for (;;) {
      while (this.read < trail.length) {
        const place = this.read++;
        if (!trail.isLatest(place)) continue;
        const side = trail.sides[place]!;
        if (!clauses.propagate(side) || !rules.follow(side)) return false;
      }
      const before = trail.length;
      if (!rules.tables()) return false;
      if (trail.length === before) return true;
    }
  }

  private backTo(level: number): void {
    this.trail.backTo(level);
    this.read = Math.min(this.read, this.trail.length);
    this.rules.forget();
    this.clauses.forget();
  }

  /** From the last conflict: a clause that rules its cause out, and back to where that clause first says something. */
  private learn(): void {
    const { trail } = this;
    this.conflictsLeft--;
    const level = Math.max(...trail.conflict!.map((of) => trail.levelAt(trail.placeOf(of))));
    if (level === 0) return void (this.isExhausted = true);
    if (level === 1 && this.assumed.length > 0) return this.giveUp();
    const asserted = this.oneCause(level);
    const others = this.withoutImplied();
    const levels = others.map((of) => trail.levelAt(trail.placeOf(of)));
    const jump = Math.max(0, ...levels);
    // the latest of them is watched: it is the first to be taken back
    const watch = levels.indexOf(jump);
    if (others.length > 0) [others[0], others[watch]] = [others[watch]!, others[0]!];
    this.age();
    this.backTo(jump);
    trail.conflict = null;
    trail.raise(sideOf(asserted), valueOf(asserted), this.clauses.add([asserted, ...others.map(negated)]));
  }

  /** Nothing better is left among these neighbours. */
  private giveUp(): void {
    this.backTo(0);
    this.trail.conflict = null;
    this.conflictsLeft = 0;
  }

  /** Goes back along the reasons of a conflict to the one bound of its level through which all of them lead; what denies it. `needs` then holds the rest. */
  private oneCause(level: number): Literal {
    const { trail, needs } = this;
    let here = 0;
    needs.clear();
    const need = (of: Literal): void => {
      const at = trail.levelAt(trail.placeOf(of));
      if (at === 0) return;
      const side = sideOf(of);
      const known = needs.get(side);
      if (known !== undefined && known >= valueOf(of)) return;
      if (known !== undefined && trail.levelAt(trail.placeOf(literal(side, known))) === level) here--;
      needs.set(side, valueOf(of));
      if (at === level) here++;
      this.touch(side >> 1);
    };
    trail.conflict!.forEach(need);
    for (let place = trail.length - 1; ; place--) {
      const side = trail.sides[place]!;
      const wanted = needs.get(side);
      if (wanted === undefined || trail.oldAt(place) >= wanted) continue;
      needs.delete(side);
      if (here === 1) return negated(literal(side, wanted));
      here--;
      trail.reasonAt(place).forEach(need);
    }
  }

  /** What took part in recent conflicts counts for more. */
  private age(): void {
    this.bump /= DECAY;
    if (this.bump < 1e100) return;
    for (const each of [this.activity, this.orderActivity]) for (let i = 0; i < each.length; i++) each[i]! *= 1e-100;
    this.bump *= 1e-100;
  }

  /** What was needed from earlier levels, but for what follows from the rest of it anyway. */
  private withoutImplied(): Literal[] {
    const { trail, needs } = this;
    const all = [...needs].map(([side, value]) => literal(side, value));
    return all.filter((of) => {
      const place = trail.placeOf(of);
      const reason = trail.reasonAt(place);
      // only from what came about before it, lest two bounds be left out each because of the other
      const isNeeded = (each: Literal): boolean => {
        const side = sideOf(each);
        const known = needs.get(side);
        return known !== undefined && known >= valueOf(each) && trail.placeOf(literal(side, known)) < place;
      };
      return reason.length === 0 || !reason.every((each) => isNeeded(each) || trail.levelAt(trail.placeOf(each)) === 0);
    });
  }

  private touch(v: number): void {
    if (v < this.activity.length) return void (this.activity[v]! += this.bump);
    const pair = v - this.activity.length;
    const { first, second } = this.pairs[pair]!;
    this.orderActivity[pair]! += this.bump;
    this.activity[first]! += this.bump;
    this.activity[second]! += this.bump;
  }

  private beginAnew(): void {
    this.backTo(0);
    this.clauses.tidy();
    this.runs++;
    const ways = this.around ? WITH_BEST : WITHOUT_BEST;
    this.way = ways[this.runs % ways.length]!;
    this.isByOrder =
      this.pairs.length <= FEW_ORDERS && (this.way === 'busy' || (this.way === 'neighbour' && uniformInt(this.options.random, 0, 1) === 0));
    const grown = Math.min(this.runs, this.around ? MOST_GROWN_AROUND : MOST_GROWN);
    this.conflictsLeft = this.way === 'neighbour' ? NEIGHBOUR : RUN * GROWTH ** grown;
    this.assumed = this.way === 'neighbour' ? [...this.neighbourhood(), ...this.aim()] : [];
  }

  /** Orders of the best schedule among all but some tasks; times are left open, as what ends too late would have to move all behind it. */
  private neighbourhood(): Literal[] {
    const { model } = this;
    const n = model.tasks.length;
    const around = this.around!;
    const { random } = this.options;
    const size = Math.min(n, uniformInt(random, LEAST_RELAXED, Math.max(LEAST_RELAXED, Math.ceil(n * MOST_RELAXED))));
    const relaxed = chooseRelaxed(model, around, size, random);
    // a model too large for pairs has no orders to keep: of that, times are kept
    if (this.pairs.length === 0)
      return model.tasks.flatMap(({ times }, task) => {
        const inTime = literal(2 * task + 1, -times.notBefore(around.startsMin[task]!));
        return relaxed.has(task) || this.trail.fails(inTime) ? [] : [inTime];
      });
    return handovers(model, around, relaxed).flatMap(({ before, after }) => {
      const [first, second] = [Math.min(before, after), Math.max(before, after)];
      const pair = this.pairOf.get(first * n + second);
      if (pair === undefined) return [];
      return [before === first ? literal(2 * (n + pair), 1) : literal(2 * (n + pair) + 1, 0)];
    });
  }

  /** Every other time: that all ends before the rest before the shift in which it now ends. A quarter of an hour at a time wins little. */
  private aim(): Literal[] {
    const { model, around } = this;
    const { random, isLoose } = this.options;
    if (isLoose || !around || uniformInt(random, 0, 1) === 0) return [];
    const ending = model.tasks.findIndex(({ isAside }, task) => !isAside && around.endsMin[task]! === around.makespanMin);
    const beforeMin = model.tasks[ending]?.times.endBeforeRest(around.startsMin[ending]!) ?? null;
    if (beforeMin === null || beforeMin < this.lowerBoundMin) return [];
    return model.tasks.flatMap(({ times, isAside }, task) =>
      isAside || model.lagsFrom[task]!.length > 0 ? [] : [literal(2 * task + 1, -times.endingNotAfter(beforeMin))],
    );
  }

  private decide(): Literal | null {
    const { trail, rules } = this;
    const { random, isLoose } = this.options;
    if (isLoose && uniformInt(random, 1, BY_CHANCE) === 1) {
      const task = uniformInt(random, 0, this.model.tasks.length - 1);
      if (!trail.isFixed(task)) return literal(2 * task + 1, -rules.least(task));
    }
    return (this.isByOrder ? this.decideOrder() : null) ?? this.decideStart();
  }

  /** The order that took part in most of the recent conflicts: first whichever must start first. */
  private decideOrder(): Literal | null {
    const { trail, rules, pairs, orderActivity } = this;
    const n = this.model.tasks.length;
    let [chosen, most] = [-1, 0];
    for (let pair = 0; pair < pairs.length; pair++)
      if (orderActivity[pair]! > most && !trail.isFixed(n + pair)) [chosen, most] = [pair, orderActivity[pair]!];
    if (chosen < 0) return null;
    const { first, second } = pairs[chosen]!;
    const isFirst = rules.latestStartMin(first) <= rules.latestStartMin(second);
    return isFirst ? literal(2 * (n + chosen), 1) : literal(2 * (n + chosen) + 1, 0);
  }

  private decideStart(): Literal | null {
    const { trail, rules } = this;
    let chosen = -1;
    let [chosenBy, chosenThen] = [Infinity, Infinity];
    for (let task = 0; task < this.model.tasks.length; task++) {
      if (trail.isFixed(task)) continue;
      const by = this.way === 'busy' ? -this.activity[task]! : rules.startMin(task);
      if (by > chosenBy) continue;
      const then = rules.latestStartMin(task);
      if (by === chosenBy && then >= chosenThen) continue;
      [chosen, chosenBy, chosenThen] = [task, by, then];
    }
    return chosen < 0 ? null : literal(2 * chosen + 1, -rules.least(chosen));
  }

  private keep(): void {
    const { model, rules } = this;
    const startsMin = model.tasks.map((_, task) => rules.startMin(task));
    const endsMin = model.tasks.map((_, task) => rules.endMin(task));
    const makespanMin = makespanOf(model, endsMin);
    this.best = { startsMin, endsMin, makespanMin };
    if (this.options.isLoose) this.around ??= this.best;
    else {
      this.around = this.best;
      this.endBefore(makespanMin);
    }
    this.conflictsLeft = 0;
  }
}
