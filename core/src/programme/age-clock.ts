/** Time as a coat feels it: minutes of age since time 0. Strictly rising, so it can be read both ways. */
export interface AgeClock {
  /** an hour is an hour */ plain: boolean;
  aged(minutes: number): number;
  /** the time at which an age is reached; an age before time 0 gives a time before 0 */ timeOf(age: number): number;
}

export const PLAIN_TIME: AgeClock = { plain: true, aged: (minutes) => minutes, timeOf: (age) => age };

const STEP_MIN = 60;

/** Rates are in aged minutes per minute, above 0, one for each hour from time 0; the last one holds. */
export function ageClock(rates: readonly number[]): AgeClock {
  const sums = [0];
  for (const rate of rates) sums.push(sums.at(-1)! + rate * STEP_MIN);
  const last = rates.length - 1;
  return {
    plain: false,
    aged(minutes) {
      if (minutes <= 0) return minutes * rates[0]!;
      const hour = Math.min(last, Math.floor(minutes / STEP_MIN));
      return sums[hour]! + (minutes - hour * STEP_MIN) * rates[hour]!;
    },
    timeOf(age) {
      if (age <= 0) return age / rates[0]!;
      let [low, high] = [0, last];
      while (low < high) {
        const middle = (low + high + 1) >> 1;
        if (sums[middle]! <= age) low = middle;
        else high = middle - 1;
      }
      return low * STEP_MIN + (age - sums[low]!) / rates[low]!;
    },
  };
}
