import type { ScheduleModel } from './schedule-model.js';

interface Arc {
  from: number;
  to: number;
  /** start of `to` at least so long after start of `from` */ minutes: number;
  lag: number;
}

/**
 * Lags that contradict each other whatever the calendars: a cycle along which starts would have to rise (Bellman–Ford on starts).
 * Returns the lags' indices in order round the cycle, or null. Lags on aged time are left out: their minutes depend on when.
 */
export function contradictingLags(model: ScheduleModel): number[] | null {
  const arcs = arcsOf(model);
  const n = model.tasks.length;
  const least = new Float64Array(n);
  const via: (Arc | undefined)[] = Array.from({ length: n });
  for (let round = 0; round <= n; round++) {
    let raised = -1;
    for (const arc of arcs) {
      if (least[arc.from]! + arc.minutes <= least[arc.to]! + 1e-9) continue;
      least[arc.to] = least[arc.from]! + arc.minutes;
      via[arc.to] = arc;
      raised = arc.to;
    }
    if (raised < 0) return null;
    if (round === n) return cycleThrough(via, raised);
  }
  return null;
}

function arcsOf({ tasks, lags }: ScheduleModel): Arc[] {
  return lags.flatMap(({ index, from, to, fromEnd, min, max, clock }) => {
    if (!clock.plain) return [];
    const { durationMin, working } = tasks[from]!;
    const offset = fromEnd ? durationMin : 0;
    const arcs: Arc[] = [{ from, to, minutes: offset + min, lag: index }];
    // a task that rests ends later than start and duration say: only its least wait is certain
    if (max !== null && !(fromEnd && working !== null)) arcs.push({ from: to, to: from, minutes: -(offset + max), lag: index });
    return arcs;
  });
}

function cycleThrough(via: readonly (Arc | undefined)[], start: number): number[] {
  // n steps back along the arcs are sure to be on the cycle
  let task = start;
  for (let i = 0; i < via.length; i++) task = via[task]!.from;
  const lags: number[] = [];
  for (let at = task; ;) {
    const arc = via[at]!;
    lags.unshift(arc.lag);
    at = arc.from;
    if (at === task) return lags;
  }
}
