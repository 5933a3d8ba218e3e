/**
 * A bound on one variable, as one number: variable `v` has two sides, `2v` whose value is its least and `2v + 1` whose value is the
 * negative of its most. On either side a literal says "the value is at least so much", so every rule is written once for both.
 */
export type Literal = number;

const SPAN = 2 ** 22;
const OFFSET = SPAN / 2;

export const literal = (side: number, value: number): Literal => side * SPAN + value + OFFSET;
export const sideOf = (of: Literal): number => Math.floor(of / SPAN);
// no remainder: that of numbers beyond 31 bits is slow, and this is asked millions of times a second
export const valueOf = (of: Literal): number => of - sideOf(of) * SPAN - OFFSET;
export const negated = (of: Literal): Literal => literal(sideOf(of) ^ 1, 1 - valueOf(of));

/** Any one of these holds. The first two are watched; where the clause is the reason of a bound, that bound is the first. */
export interface Clause {
  literals: Literal[];
  activity: number;
}

/** Why a bound holds: a clause, literals that hold together, or null for a decision. */
export type Reason = Clause | readonly Literal[] | null;

/** Bounds of all variables, how they came about, and what to take back. */
export class Trail {
  /** of each side */ readonly values: Int32Array;
  readonly sides: number[] = [];
  private readonly olds: number[] = [];
  private readonly befores: number[] = [];
  private readonly reasons: Reason[] = [];
  private readonly levels: number[] = [];
  private readonly lastOf: Int32Array;
  private readonly starts: number[] = [];
  /** literals that hold together and cannot */ conflict: readonly Literal[] | null = null;

  /** `least` and `most` of each variable. */
  constructor(least: readonly number[], most: readonly number[]) {
    this.values = new Int32Array(2 * least.length);
    least.forEach((each, v) => {
      this.values[2 * v] = each;
      this.values[2 * v + 1] = -most[v]!;
    });
    this.lastOf = new Int32Array(2 * least.length).fill(-1);
  }

  get level(): number {
    return this.starts.length;
  }

  get length(): number {
    return this.sides.length;
  }

  holds(of: Literal): boolean {
    const side = sideOf(of);
    return this.values[side]! >= of - side * SPAN - OFFSET;
  }

  fails(of: Literal): boolean {
    const side = sideOf(of);
    return this.values[side ^ 1]! > side * SPAN + OFFSET - of;
  }

  isFixed(v: number): boolean {
    return this.values[2 * v]! + this.values[2 * v + 1]! === 0;
  }

  /** Raises a side's value. False, with the conflict kept, where the other side forbids it. */
  raise(side: number, value: number, reason: Reason): boolean {
    if (value <= this.values[side]!) return true;
    if (value + this.values[side ^ 1]! > 0) {
      this.conflict = [...premises(reason), literal(side ^ 1, 1 - value)];
      return false;
    }
    this.sides.push(side);
    this.olds.push(this.values[side]!);
    this.befores.push(this.lastOf[side]!);
    this.reasons.push(reason);
    this.levels.push(this.level);
    this.lastOf[side] = this.sides.length - 1;
    this.values[side] = value;
    return true;
  }

  decide(of: Literal): void {
    this.starts.push(this.sides.length);
    this.raise(sideOf(of), valueOf(of), null);
  }

  /** Several as one decision. False, with the conflict kept, where one of them is forbidden already. */
  decideAll(all: readonly Literal[]): boolean {
    this.starts.push(this.sides.length);
    return all.every((of) => this.raise(sideOf(of), valueOf(of), null));
  }

  /** Takes back what came after so many decisions. */
  backTo(level: number): void {
    if (level >= this.level) return;
    const to = this.starts[level]!;
    for (let at = this.sides.length - 1; at >= to; at--) {
      const side = this.sides[at]!;
      this.values[side] = this.olds[at]!;
      this.lastOf[side] = this.befores[at]!;
    }
    for (const list of [this.sides, this.olds, this.befores, this.reasons, this.levels]) list.length = to;
    this.starts.length = level;
  }

  /** Where a literal that holds began to; −1 when it always did. */
  placeOf(of: Literal): number {
    const wanted = valueOf(of);
    let at = this.lastOf[sideOf(of)]!;
    while (at >= 0 && this.olds[at]! >= wanted) at = this.befores[at]!;
    return at;
  }

  levelAt(place: number): number {
    return place < 0 ? 0 : this.levels[place]!;
  }

  oldAt(place: number): number {
    return this.olds[place]!;
  }

  /** Whether nothing later at this place's side has risen further. */
  isLatest(place: number): boolean {
    return this.lastOf[this.sides[place]!] === place;
  }

  reasonAt(place: number): readonly Literal[] {
    return premises(this.reasons[place]!);
  }

  isReason(clause: Clause): boolean {
    const place = this.placeOf(clause.literals[0]!);
    return place >= 0 && this.reasons[place] === clause;
  }
}

function premises(reason: Reason): readonly Literal[] {
  if (reason === null) return [];
  if (!('literals' in reason)) return reason;
  return reason.literals.slice(1).map(negated);
}
