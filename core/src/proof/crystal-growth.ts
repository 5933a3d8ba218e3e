import { ageRate } from '../physics/index.js';
import { CRYSTALS, type TemperatureAt, hourlyNearest } from '../programme/index.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';

/** How warm a wall was while its crystals grew. */
export interface GrowthWarmth {
  /** in order of time, one at least */ history: readonly TemperatureAt[];
  /** whether anybody measured it there */ isMeasured: boolean;
}

/** A wall swings about what was read on it now and then, and may be anything in a cellar where nobody read it, K; common practice, no source. */
const MAY_DIFFER_K = { measured: 2, unmeasured: 5 } as const;

/** How far crystals have come, and when they are done. */
export interface CrystalGrowth {
  needDays: number;
  /** at 20 °C, so far */ equivalentDays: number;
  /** of `needDays`, at most 100 */ pct: number;
  isMeasured: boolean;
  /** ms; none while the wall is frozen */ doneMs?: number;
  /** if the wall is warmer than it was read */ earliestMs?: number;
  /** if it is colder */ latestMs?: number;
  /** day by day until the latest; %, of a year at most */ curve: GrowthPoint[];
}

export interface GrowthPoint {
  atMs: number;
  pct: number;
  lowPct: number;
  highPct: number;
}

const MOST_DAYS = 365;

/** Days at 20 °C gained in a day: by the law of `crystal-progress`, and none in the frost, where no water moves (common practice, no source). */
const growthRate = (temperatureC: number): number => (temperatureC <= 0 ? 0 : ageRate(CRYSTALS.law, temperatureC, CRYSTALS.referenceC));

/**
 * When crystals that began to grow at `fromMs` have had `needDays` at 20 °C, ms; Infinity where the wall stays frozen.
 * @param differK added to what was read
 */
export function crystalsGrownMs(fromMs: number, needDays: number, history: readonly TemperatureAt[], differK = 0): number {
  const hourly = hourlyNearest(history, fromMs).map((each) => growthRate(each + differK));
  const last = hourly.pop()!;
  let left = needDays * 24;
  for (const [hour, rate] of hourly.entries()) {
    if (left <= rate) return fromMs + (hour + left / rate) * HOUR_MS;
    left -= rate;
  }
  return fromMs + (hourly.length + left / last) * HOUR_MS;
}

/** What crystals have come to by `nowMs`, with the day on which they are done and how far that may be out. */
export function crystalGrowth(fromMs: number, needDays: number, { history, isMeasured }: GrowthWarmth, nowMs: number): CrystalGrowth {
  const differK = MAY_DIFFER_K[isMeasured ? 'measured' : 'unmeasured'];
  const when = (by: number) => crystalsGrownMs(fromMs, needDays, history, by);
  const [doneMs, earliestMs, latestMs] = [when(0), when(differK), when(-differK)];
  const grown = [0, -differK, differK].map((by) => grownDays(history, fromMs, by));
  const pctOf = (days: number) => 100 * Math.min(1, days / needDays);
  const lastMs = Math.min(fromMs + MOST_DAYS * DAY_MS, Math.max(...[nowMs, doneMs, latestMs].filter(Number.isFinite)));
  const days = Math.max(1, Math.ceil((lastMs - fromMs) / DAY_MS));
  const curve = Array.from({ length: days + 1 }, (_, day) => {
    const [pct, lowPct, highPct] = grown.map((each) => pctOf(each(day)));
    return { atMs: fromMs + day * DAY_MS, pct: pct!, lowPct: lowPct!, highPct: highPct! };
  });
  const equivalentDays = grown[0]!(Math.max(0, nowMs - fromMs) / DAY_MS);
  return {
    ...{ needDays, equivalentDays, pct: pctOf(equivalentDays), isMeasured, curve },
    ...(Number.isFinite(doneMs) ? { doneMs } : {}),
    ...(Number.isFinite(earliestMs) ? { earliestMs } : {}),
    ...(Number.isFinite(latestMs) ? { latestMs } : {}),
  };
}

/** Days at 20 °C gained after so many days. */
function grownDays(history: readonly TemperatureAt[], fromMs: number, differK: number): (days: number) => number {
  const sums = [0];
  const rates = hourlyNearest(history, fromMs).map((each) => growthRate(each + differK));
  for (const rate of rates) sums.push(sums.at(-1)! + rate);
  return (days) => {
    const hour = Math.min(Math.floor(days * 24), rates.length - 1);
    return (sums[hour]! + (days * 24 - hour) * rates[hour]!) / 24;
  };
}
