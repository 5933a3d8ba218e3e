import { DOUBLES_PER_TEN, ageRate, hoursToAge } from '../physics/index.js';
import { HOUR_MS } from '../quantities/index.js';
import { hourlyNearest } from './nearest-temperature.js';
import type { TaskSetting } from './task.js';

type Warmth = Pick<TaskSetting, 'temperaturesC' | 'temperaturesFromMs' | 'temperaturesOfChain' | 'law'>;

/** How coats age on the walls of a job: by what was measured on a chain's own wall, else by what is taken for all. */
export class WallAges {
  constructor(private readonly warmth: Warmth) {}

  /** When a coat laid then has reached an age, h at its reference temperature; cold puts it off. */
  after(fromMs: number, ageH: number, referenceC: number, chain: string): number {
    return this.reach(fromMs, ageH, referenceC, this.hourlyC(fromMs, chain));
  }

  /** The latest hour of a sheet: as `after`, but cold does not put it off. */
  by(fromMs: number, ageH: number, referenceC: number, chain: string): number {
    return this.reach(fromMs, ageH, referenceC, atLeast(this.hourlyC(fromMs, chain), referenceC));
  }

  /** Minutes of age in a minute for each hour from a time on, the last one holding: what `after` and `by` go by. */
  rates(fromMs: number, referenceC: number, chain: string): { opening: number[]; closing: number[] } {
    const hourlyC = this.hourlyC(fromMs, chain);
    const rateOf = (temperatureC: number) => ageRate(this.law, temperatureC, referenceC);
    return { opening: hourlyC.map(rateOf), closing: atLeast(hourlyC, referenceC).map(rateOf) };
  }

  private get law() {
    return this.warmth.law ?? DOUBLES_PER_TEN;
  }

  private reach(fromMs: number, ageH: number, referenceC: number, hourlyC: readonly number[]): number {
    return fromMs + hoursToAge(ageH, hourlyC, referenceC, this.law) * HOUR_MS;
  }

  private hourlyC(fromMs: number, chain: string): readonly number[] {
    const { temperaturesC, temperaturesFromMs, temperaturesOfChain } = this.warmth;
    const own = temperaturesOfChain?.get(chain);
    if (own) return hourlyNearest(own, fromMs);
    const skip = Math.min(temperaturesC.length - 1, Math.max(0, Math.floor((fromMs - temperaturesFromMs) / HOUR_MS)));
    return temperaturesC.slice(skip);
  }
}

const atLeast = (hourlyC: readonly number[], leastC: number): number[] => hourlyC.map((each) => Math.max(each, leastC));
