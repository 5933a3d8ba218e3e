import { type Clause, type Literal, type Trail, literal, sideOf, valueOf } from './learning-trail.js';

/** What was learnt, of which only the liveliest part is kept. */
export class Clauses {
  /** of each side: where watched literals fail as it rises, in order, and the clauses that they are of */
  private readonly watching: { failsAt: number[]; clauses: Clause[][] }[];
  /** up to where the rise of each side has been followed */ private readonly followed: Int32Array;
  private learnt: Clause[] = [];
  private bump = 1;
  private most = 3000;

  constructor(private readonly trail: Trail) {
    this.watching = Array.from(trail.values, () => ({ failsAt: [], clauses: [] }));
    this.followed = trail.values.slice();
  }

  /** Adds what was learnt; its first literal is the one that follows from it now. */
  add(literals: Literal[]): Clause {
    const clause = { literals, activity: this.bump };
    if (literals.length > 1) {
      this.watch(clause, 0);
      this.watch(clause, 1);
      this.learnt.push(clause);
    }
    return clause;
  }

  private watch(clause: Clause, index: number): void {
    const of = clause.literals[index]!;
    const { clauses, failsAt } = this.watching[sideOf(of) ^ 1]!;
    const at = 1 - valueOf(of);
    const place = firstAbove(failsAt, at - 1);
    if (failsAt[place] !== at) {
      failsAt.splice(place, 0, at);
      clauses.splice(place, 0, []);
    }
    clauses[place]!.push(clause);
  }

  /** A clause took part in a conflict. */
  touch(clause: Clause): void {
    clause.activity += this.bump;
  }

  /** Draws what follows from a side having risen. False on a conflict, which the trail then keeps. */
  propagate(side: number): boolean {
    const { trail } = this;
    const { clauses, failsAt } = this.watching[side]!;
    const value = trail.values[side]!;
    // what failed before has been seen to: either another literal held, or one followed
    for (let i = firstAbove(failsAt, this.followed[side]!); i < failsAt.length && failsAt[i]! <= value; i++) {
      const here = clauses[i]!;
      const failed = literal(side ^ 1, 1 - failsAt[i]!);
      for (let c = 0; c < here.length;) {
        const isKept = this.visit(here[c]!, failed);
        if (trail.conflict !== null) return false;
        if (isKept) c++;
        else {
          here[c] = here.at(-1)!;
          here.length--;
        }
      }
    }
    this.followed[side] = value;
    return true;
  }

  /** Sides have been taken back to what they are now. */
  forget(): void {
    const { values } = this.trail;
    for (let side = 0; side < values.length; side++) if (this.followed[side]! > values[side]!) this.followed[side] = values[side]!;
  }

  /** A watched literal has failed: another is watched, or the other watched one follows. Whether it is still the one to watch. */
  private visit(clause: Clause, failed: Literal): boolean {
    const { trail } = this;
    const { literals } = clause;
    if (literals[0] === failed) {
      literals[0] = literals[1]!;
      literals[1] = failed;
    }
    const other = literals[0]!;
    if (trail.holds(other)) return true;
    for (let i = 2; i < literals.length; i++) {
      const next = literals[i]!;
      if (trail.fails(next)) continue;
      literals[i] = failed;
      literals[1] = next;
      this.watch(clause, 1);
      return false;
    }
    if (!trail.raise(sideOf(other), valueOf(other), clause)) this.touch(clause);
    return true;
  }

  /** Forgets the half that helped least, once there are too many; short ones and reasons stay. */
  tidy(): void {
    this.bump *= 1.02;
    if (this.bump > 1e100) {
      for (const clause of this.learnt) clause.activity *= 1e-100;
      this.bump *= 1e-100;
    }
    if (this.learnt.length < this.most) return;
    this.most *= 1.05;
    const byUse = [...this.learnt].sort((a, b) => a.activity - b.activity);
    const gone = new Set<Clause>();
    for (const clause of byUse.slice(0, byUse.length >> 1))
      if (clause.literals.length > 3 && !this.trail.isReason(clause)) gone.add(clause);
    this.learnt = this.learnt.filter((clause) => !gone.has(clause));
    for (const watched of this.watching) {
      const kept = watched.clauses.map((each) => each.filter((clause) => !gone.has(clause)));
      watched.failsAt = watched.failsAt.filter((_, i) => kept[i]!.length > 0);
      watched.clauses = kept.filter(({ length }) => length > 0);
    }
  }
}

/** Index of the first number above another in an ascending list. */
function firstAbove(list: readonly number[], value: number): number {
  let [low, high] = [0, list.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (list[middle]! > value) high = middle;
    else low = middle + 1;
  }
  return low;
}
