import { type Literal, type Trail, literal } from './learning-trail.js';
import { type ScheduleModel, holds } from './schedule-model.js';
import { type Span, type StartTimes, intersect } from './start-times.js';

const EPSILON = 1e-6;
/** Clearly later, and far under a step. */
const AFTER = 1e-5;

interface User {
  task: number;
  amount: number;
  times: StartTimes;
  /** while begun it is there whenever the resource works; another is left to the moments when it must be there */ isWhole: boolean;
  working: readonly Span[] | null;
  /** where its pieces of certain work are kept */ firstPiece: number;
}

/**
 * The time of one resource in which work lies for certain, whatever the starts: too much at once is a conflict, and what would not fit
 * beside it moves out of the way, each with the bounds that it follows from (Schutt, Feydt, Stuckey & Wallace 2011, Constraints 16).
 */
export class TimeTable {
  /** users whose bounds have moved since it was looked at, and how many */
  private readonly moved: Int32Array;
  private readonly isMoved: Uint8Array;
  private movedCount = 0;
  private readonly indexOf = new Map<number, number>();
  private readonly users: readonly User[];
  private readonly userOf: readonly User[];
  private readonly capacity: number;
  /** of each piece of certain work; Infinity where there is none */
  private readonly fromMin: Float64Array;
  private readonly toMin: Float64Array;
  /** Beginnings (odd) and ends (even) of pieces in order of time: kept from one look to the next, in which few of them move. */
  private readonly order: Int32Array;
  /** Stretches of one amount of work. */
  private count = 0;
  private busiest = 0;
  private readonly reasons = new Map<number, readonly Literal[]>();
  private readonly sinceMin: Float64Array;
  private readonly untilMin: Float64Array;
  private readonly amounts: Int32Array;

  constructor(
    model: ScheduleModel,
    private readonly trail: Trail,
    readonly resource: number,
  ) {
    this.capacity = model.capacities[resource]!;
    const userOf: User[] = [];
    this.users = model.usersOf[resource]!.filter(({ task }) => model.tasks[task]!.durationMin > 0).map(({ task, amount }) => {
      const { times, working } = model.tasks[task]!;
      const isWhole = holds(model.tasks[task]!, model.availability[resource]!);
      const user = { task, amount, times, isWhole, working, firstPiece: userOf.length };
      for (let i = isWhole ? 1 : (working?.length ?? 1); i > 0; i--) userOf.push(user);
      return user;
    });
    this.users.forEach(({ task }, u) => this.indexOf.set(task, u));
    this.moved = new Int32Array(this.users.length);
    this.isMoved = new Uint8Array(this.users.length);
    this.touchAll();
    const pieces = userOf.length;
    this.userOf = userOf;
    this.fromMin = new Float64Array(pieces).fill(Infinity);
    this.toMin = new Float64Array(pieces).fill(Infinity);
    this.order = Int32Array.from({ length: 2 * pieces }, (_, event) => event);
    this.sinceMin = new Float64Array(2 * pieces);
    this.untilMin = new Float64Array(2 * pieces);
    this.amounts = new Int32Array(2 * pieces);
  }

  /** A task's bounds have moved. */
  touch(task: number): void {
    const u = this.indexOf.get(task);
    if (u === undefined || this.isMoved[u]) return;
    this.isMoved[u] = 1;
    this.moved[this.movedCount++] = u;
  }

  touchAll(): void {
    for (const { task } of this.users) this.touch(task);
  }

  /** False on a conflict, which the trail then keeps. */
  propagate(): boolean {
    if (this.movedCount === 0) return true;
    let isAnother = false;
    for (let i = 0; i < this.movedCount; i++) if (this.place(this.users[this.moved[i]!]!)) isAnother = true;
    this.reasons.clear();
    if (isAnother) {
      this.sort();
      this.busiest = this.sweep();
    }
    if (this.busiest > this.capacity) {
      const at = this.amounts.findIndex((amount) => amount > this.capacity);
      this.trail.conflict = this.enough(this.sinceMin[at]!, this.untilMin[at]!, this.capacity);
      return false;
    }
    // beside the same work as before, only who has moved can be in the way
    if (isAnother) for (const user of this.users) if (!this.makeRoom(user)) return false;
    if (!isAnother) for (let i = 0; i < this.movedCount; i++) if (!this.makeRoom(this.users[this.moved[i]!]!)) return false;
    for (let i = 0; i < this.movedCount; i++) this.isMoved[this.moved[i]!] = 0;
    this.movedCount = 0;
    return true;
  }

  private makeRoom(user: User): boolean {
    if (!user.isWhole || this.busiest + user.amount <= this.capacity || this.trail.isFixed(user.task)) return true;
    return this.pushLater(user) && this.pushEarlier(user);
  }

  private least(task: number): number {
    return this.trail.values[2 * task]!;
  }

  private most(task: number): number {
    return -this.trail.values[2 * task + 1]!;
  }

  /** Work is certain from the latest start to the earliest end. Whether that is another stretch than before. */
  private place({ task, times, isWhole, working, firstPiece }: User): boolean {
    const from = times.startMin(this.most(task));
    const to = times.endMin(this.least(task));
    const isCertain = from < to - EPSILON;
    if (isWhole || working === null) return this.put(firstPiece, isCertain ? from : Infinity, isCertain ? to : Infinity);
    const spans = isCertain ? intersect(working, [{ fromMin: from, toMin: to }]) : [];
    let isAnother = false;
    for (let i = 0; i < working.length; i++)
      if (this.put(firstPiece + i, spans[i]?.fromMin ?? Infinity, spans[i]?.toMin ?? Infinity)) isAnother = true;
    return isAnother;
  }

  private put(piece: number, from: number, to: number): boolean {
    if (this.fromMin[piece] === from && this.toMin[piece] === to) return false;
    this.fromMin[piece] = from;
    this.toMin[piece] = to;
    return true;
  }

  private sort(): void {
    const { order, fromMin, toMin } = this;
    for (let i = 1; i < order.length; i++) {
      const event = order[i]!;
      const at = (event & 1 ? fromMin : toMin)[event >> 1]!;
      let j = i - 1;
      for (; j >= 0; j--) {
        const other = order[j]!;
        if ((other & 1 ? fromMin : toMin)[other >> 1]! <= at) break;
        order[j + 1] = other;
      }
      order[j + 1] = event;
    }
  }

  /** Lays the certain work out in stretches; the most at once. */
  private sweep(): number {
    const { order, fromMin, toMin, userOf } = this;
    this.count = 0;
    this.amounts.fill(0);
    let [amount, busiest, since] = [0, 0, 0];
    for (let i = 0; i < order.length; i++) {
      const event = order[i]!;
      const at = (event & 1 ? fromMin : toMin)[event >> 1]!;
      if (at === Infinity) break;
      if (amount > 0 && at > since + EPSILON) {
        this.sinceMin[this.count] = since;
        this.untilMin[this.count] = at;
        this.amounts[this.count++] = amount;
        if (amount > busiest) busiest = amount;
      }
      amount += event & 1 ? userOf[event >> 1]!.amount : -userOf[event >> 1]!.amount;
      since = at;
    }
    return busiest;
  }

  /** Index of the first stretch that ends after a time. */
  private firstEndingAfter(minutes: number): number {
    let [low, high] = [0, this.count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.untilMin[middle]! > minutes + EPSILON) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The user's own work is part of the stretch. */
  private isIn({ firstPiece }: User, at: number): boolean {
    return this.fromMin[firstPiece]! <= this.sinceMin[at]! + EPSILON && this.toMin[firstPiece]! >= this.untilMin[at]! - EPSILON;
  }

  private pushLater(user: User): boolean {
    const { task, amount, times } = user;
    for (let i = this.firstEndingAfter(times.startMin(this.least(task))); i < this.count; i++) {
      const [since, until] = [this.sinceMin[i]!, this.untilMin[i]!];
      if (since >= times.endMin(this.least(task)) - EPSILON) return true;
      if (this.amounts[i]! + amount <= this.capacity || until <= times.startMin(this.least(task)) + EPSILON || this.isIn(user, i)) continue;
      const least = Math.min(times.endingNotBefore(since + AFTER), this.least(task));
      const reason = [...this.reasonFor(i, this.capacity - amount), literal(2 * task, least)];
      if (!this.trail.raise(2 * task, times.notBefore(until), reason)) return false;
    }
    return true;
  }

  private pushEarlier(user: User): boolean {
    const { task, amount, times } = user;
    for (let i = Math.min(this.count - 1, this.firstEndingAfter(times.endMin(this.most(task)))); i >= 0; i--) {
      const [since, until] = [this.sinceMin[i]!, this.untilMin[i]!];
      if (until <= times.startMin(this.most(task)) + EPSILON) return true;
      if (this.amounts[i]! + amount <= this.capacity || since >= times.endMin(this.most(task)) - EPSILON || this.isIn(user, i)) continue;
      const most = Math.max(times.notAfter(until - AFTER), this.most(task));
      const reason = [...this.reasonFor(i, this.capacity - amount), literal(2 * task + 1, -most)];
      if (!this.trail.raise(2 * task + 1, -times.endingNotAfter(since), reason)) return false;
    }
    return true;
  }

  /** The same work pushes many: its reason is told once a look. */
  private reasonFor(at: number, left: number): readonly Literal[] {
    const key = at * (this.capacity + 1) + left;
    const known = this.reasons.get(key);
    if (known) return known;
    const made = this.enough(this.sinceMin[at]!, this.untilMin[at]!, left);
    this.reasons.set(key, made);
    return made;
  }

  /** Bounds of as few users as already ask more than `left` for all of a stretch, those that ask most first. */
  private enough(sinceMin: number, untilMin: number, left: number): Literal[] {
    const there: User[] = [];
    for (let piece = 0; piece < this.userOf.length; piece++)
      if (this.fromMin[piece]! <= sinceMin + EPSILON && this.toMin[piece]! >= untilMin - EPSILON) there.push(this.userOf[piece]!);
    if (there.length > 1) there.sort((a, b) => b.amount - a.amount);
    const reason: Literal[] = [];
    let amount = 0;
    for (const { task, times, amount: its } of there) {
      reason.push(
        literal(2 * task, Math.min(times.endingNotBefore(untilMin), this.least(task))),
        literal(2 * task + 1, -Math.max(times.notAfter(sinceMin), this.most(task))),
      );
      amount += its;
      if (amount > left) break;
    }
    return reason;
  }
}
