import { HOUR_MS } from '../quantities/index.js';

/** How warm a wall was at one time. */
export interface TemperatureAt {
  /** ms since 1970 */ atMs: number;
  temperatureC: number;
}

/**
 * °C by the hour from `fromMs` on, each hour as it was measured nearest to its middle, up to the last measurement, which holds on.
 * @param history in order of time, one at least
 */
export function hourlyNearest(history: readonly TemperatureAt[], fromMs: number): number[] {
  const hourly: number[] = [];
  let next = 0;
  for (let middleMs = fromMs + HOUR_MS / 2; ; middleMs += HOUR_MS) {
    while (next + 1 < history.length && history[next + 1]!.atMs - middleMs <= middleMs - history[next]!.atMs) next++;
    hourly.push(history[next]!.temperatureC);
    if (next === history.length - 1) return hourly;
  }
}
