import { type Interval, type PlacedTask, type Programme, mistRounds, shiftsFrom, weekOf } from '../programme/index.js';
import { kept } from './closed-hours.js';
import { HOUR_MS, ceilDecimal } from '../quantities/index.js';
import { labourMinor } from './programme-figures.js';
import type { FacePlan } from './face-plan.js';
import { type PlacingOptions, isSplittable } from './programme-job.js';
import { materialFor } from './supply.js';
import type { WorkItem } from './work-items.js';

/**
 * What a programme is made better for. `finish`: the earliest end. `rounds`: the fewest rounds of mist outside the hours of the crew.
 * `packs`: the fewest packs that are opened and not used up the same day. `cost`: the least for people and for what is left in them.
 */
export const GOALS = ['finish', 'rounds', 'packs', 'cost'] as const;
export type Goal = (typeof GOALS)[number];

/** What a piece of work takes out of packs that do not keep once they are open. */
export interface Taken {
  productId: string;
  amount: number;
  packSize: number;
  /** of one pack, minor units */ packMinor: number;
}

/** By work item, from the smallest pack of its product; of what is not mixed, and keeps in its pail, none. */
export function takenOf(workItems: readonly WorkItem[], plans: readonly FacePlan[]): Map<string, Taken> {
  const linesOf = new Map(plans.map(({ faceId, lines }) => [faceId, lines]));
  return new Map(
    workItems.flatMap((item): [string, Taken][] => {
      const material = materialFor(item, linesOf.get(item.faceId) ?? []);
      const pack = material?.product.packs.toSorted((a, b) => a.size - b.size)[0];
      if (!material || !pack || material.product.workingLifeMin === undefined) return [];
      return [[item.id, { productId: material.product.id, amount: material.amount, packSize: pack.size, packMinor: pack.priceMinor }]];
    }),
  );
}

export interface GoalSetting {
  workItems: readonly WorkItem[];
  options: PlacingOptions;
  taken: ReadonlyMap<string, Taken>;
  people: number;
  labourMinorPerH: number;
}

/** Longest that anybody looks ahead for a shift, days. */
const AHEAD_DAYS = 500;

/** Figures of programmes of the same work, by any goal; less is better. What has begun counts as little as what is over: it cannot be otherwise any more. */
export class GoalFigures {
  private readonly shifts: readonly Interval[];
  /** as if there were no holidays: a bound holds for whoever waits until they are over */ private readonly allShifts: readonly Interval[];
  private readonly items: ReadonlyMap<string, WorkItem>;
  private readonly roundsAt = new Map<string, number>();

  constructor(private readonly setting: GoalSetting) {
    const { options, workItems } = setting;
    const { holidays: _, ...week } = weekOf(options);
    this.shifts = shiftsFrom(options.nowMs, weekOf(options), AHEAD_DAYS);
    this.allShifts = shiftsFrom(options.nowMs, week, AHEAD_DAYS);
    this.items = new Map(workItems.map((item) => [item.id, item]));
  }

  /** Infinity where something finds no place: ms since 1970 for `finish`, a number of rounds or packs, minor units. */
  of(goal: Goal, { tasks }: Programme): number {
    if (!tasks.every(({ endMs }) => Number.isFinite(endMs))) return Infinity;
    const planned = tasks.filter(({ state }) => state === 'planned');
    if (goal === 'finish') return Math.max(...tasks.map(({ endMs }) => endMs));
    const rounds = planned.reduce((sum, { id, startMs }) => sum + this.rounds(id, startMs), 0);
    if (goal === 'rounds') return rounds;
    const packs = this.leftovers(planned);
    if (goal === 'packs') return packs.count;
    const { people, labourMinorPerH } = this.setting;
    return labourMinor({ hoursOnSite: this.hoursOnSite(planned), roundsAtRest: rounds }, people, labourMinorPerH) + packs.minor;
  }

  /**
   * No programme of the same work comes to less, whenever it is done. Rounds: each cure begun at its best hour of the week. Packs: all of a
   * product laid on one day. Cost: the crew there for just its hours, and the rounds; what does not fit into a shift counts as one.
   * @param first any programme of it
   */
  bound(goal: Exclude<Goal, 'finish'>, { tasks }: Programme): number {
    const planned = tasks.filter(({ state }) => state === 'planned');
    const rounds = planned.reduce((sum, { id }) => sum + this.leastRounds(id), 0);
    if (goal === 'rounds') return rounds;
    const oneDay = this.leftovers(planned.map((task) => ({ ...task, startMs: this.setting.options.nowMs })));
    if (goal === 'packs') return oneDay.count;
    const workH = planned.reduce((sum, { id }) => sum + this.leastHours(this.items.get(id)!), 0);
    const { people, labourMinorPerH } = this.setting;
    return labourMinor({ hoursOnSite: workH, roundsAtRest: rounds }, people, labourMinorPerH);
  }

  private rounds(id: string, startMs: number): number {
    const key = `${id} ${startMs}`;
    const known = this.roundsAt.get(key) ?? this.roundsIn(id, startMs, this.shifts);
    this.roundsAt.set(key, known);
    return known;
  }

  private roundsIn(id: string, startMs: number, shifts: readonly Interval[]): number {
    const { roundsPerDay, restH = 0 } = this.items.get(id)!;
    if (roundsPerDay === undefined) return 0;
    const { timeZone, nowMs } = this.setting.options;
    const times = mistRounds(startMs, { mistsPerDay: roundsPerDay, days: restH / 24 }, timeZone);
    return times.filter((ms) => ms > nowMs && !isWorked(ms, shifts)).length;
  }

  /** What is laid in one go is told as too long for a shift where it is, and its end then lies outside the hours that are paid. */
  private leastHours({ durationMin, step }: WorkItem): number {
    const { fromHour, toHour } = weekOf(this.setting.options);
    return isSplittable(step) ? durationMin / 60 : Math.min(durationMin / 60, toHour - fromHour);
  }

  /** At the best of all hours of a fortnight: between two rounds it makes no difference when it begins. */
  private leastRounds(id: string): number {
    const { roundsPerDay } = this.items.get(id)!;
    if (roundsPerDay === undefined) return 0;
    const { timeZone, nowMs } = this.setting.options;
    const begins = mistRounds(nowMs, { mistsPerDay: roundsPerDay, days: 14 }, timeZone).flatMap((ms) => [ms - 1, ms]);
    return Math.min(...begins.map((ms) => this.roundsIn(id, ms, this.allShifts)));
  }

  private leftovers(planned: readonly { id: string; startMs: number }[]): { count: number; minor: number } {
    const days = new Map<string, Taken>();
    for (const { id, startMs } of planned) {
      const taken = this.setting.taken.get(id);
      if (!taken) continue;
      const key = `${taken.productId} ${this.shiftAt(startMs)}`;
      const before = days.get(key);
      days.set(key, { ...taken, amount: taken.amount + (before?.amount ?? 0) });
    }
    let [count, minor] = [0, 0];
    for (const { amount, packSize, packMinor } of days.values()) {
      const left = ceilDecimal(amount / packSize) - amount / packSize;
      if (left < 1e-9) continue;
      count++;
      minor += left * packMinor;
    }
    return { count, minor };
  }

  /** Which of the shifts it begins in, or the last before it. */
  private shiftAt(ms: number): number {
    const day = this.shifts.findLastIndex(({ fromMs }) => fromMs <= ms);
    return Math.max(0, day);
  }

  private hoursOnSite(planned: readonly Pick<PlacedTask, 'id' | 'startMs' | 'endMs' | 'gang'>[]): number {
    /** by gang */ const days = new Map<number, Set<number>>();
    for (const { id, startMs, endMs, gang = 0 } of planned) {
      const { durationMin, restH = 0 } = this.items.get(id)!;
      if (durationMin === 0) continue;
      const leftMs = endMs - restH * HOUR_MS;
      for (let i = this.shiftAt(startMs); i < this.shifts.length && this.shifts[i]!.fromMs < leftMs; i++)
        if (this.shifts[i]!.toMs > startMs) kept(days, gang, () => new Set()).add(i);
    }
    const worked = [...days.values()].flatMap((each) => [...each]);
    return worked.reduce((sum, i) => sum + (this.shifts[i]!.toMs - this.shifts[i]!.fromMs) / HOUR_MS, 0);
  }
}

function isWorked(ms: number, shifts: readonly Interval[]): boolean {
  let [low, high] = [0, shifts.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (shifts[middle]!.toMs < ms) low = middle + 1;
    else high = middle;
  }
  return low < shifts.length && shifts[low]!.fromMs <= ms;
}
