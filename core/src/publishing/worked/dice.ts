import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Deals figures and choices for what is made up; the same seed deals the same for ever. */
export class Dice {
  private readonly random;

  constructor(seed: number) {
    this.random = xoroshiro128plus(seed);
  }

  /** whole, both ends included */
  whole(from: number, to: number): number {
    return uniformInt(this.random, from, to);
  }

  /** of so many digits behind the point, both ends included */
  figure(from: number, to: number, digits = 2): number {
    const step = 10 ** digits;
    return this.whole(Math.round(from * step), Math.round(to * step)) / step;
  }

  of<T>(choices: readonly T[]): T {
    return choices[this.whole(0, choices.length - 1)]!;
  }

  some<T>(choices: readonly T[], inHundred: number): T[] {
    return choices.filter(() => this.is(inHundred));
  }

  is(inHundred: number): boolean {
    return this.whole(1, 100) <= inHundred;
  }

  /** a field that is there, or is not */
  maybe<K extends string, T>(inHundred: number, name: K, value: () => T): { [key in K]?: T } {
    return this.is(inHundred) ? ({ [name]: value() } as { [key in K]?: T }) : {};
  }
}
