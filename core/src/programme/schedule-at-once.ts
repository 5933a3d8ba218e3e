import type { Bounds } from './schedule-bounds.js';
import { type ModelLag, type Schedule, type ScheduleModel, makespanOf } from './schedule-model.js';
import { Placement } from './schedule-placement.js';

const EPSILON = 1e-6;
/** So often a task is sent on, over all tasks and for each of them; past that a search does better. */
const MOST_REPAIRS = 12;

/**
 * A schedule without a search: tasks one after the other, the most urgent first, each at its first start beside those that stand. One
 * that comes too late for a window sends on the task that opened it: that is taken out with all that waits for it, and placed anew so
 * late that the window holds (serial schedule generation with unscheduling, Neumann, Schwindt & Zimmermann 2003, section 2.6).
 * @param root propagated
 * @returns null where it comes to no end, though there may be a schedule
 */
export function scheduleAtOnce(model: ScheduleModel, root: Bounds): Schedule | null {
  const { tasks, lagsFrom, lagsTo } = model;
  const placed = new Placement(model);
  const { startsMin, endsMin } = placed;
  /** index of the first start that is still tried */
  const notBefore = Int32Array.from(root.earliest);
  const anchorMin = ({ from, fromEnd }: ModelLag) => (fromEnd ? endsMin : startsMin)[from]!;
  /** by the windows that are open */
  const latestMin = (task: number): number => {
    let latest = root.latestStartMin(task);
    for (const lag of lagsTo[task]!)
      if (lag.max !== null && placed.stands(lag.from))
        latest = Math.min(latest, lag.clock.timeOf(lag.clock.aged(anchorMin(lag)) + lag.max));
    return latest;
  };
  const mostUrgent = (): number => {
    let [urgent, soonest] = [-1, Infinity];
    for (let task = 0; task < tasks.length; task++) {
      if (placed.stands(task) || lagsTo[task]!.some(({ from }) => !placed.stands(from))) continue;
      const latest = latestMin(task);
      if (latest < soonest) [urgent, soonest] = [task, latest];
    }
    return urgent;
  };
  const takeOut = (task: number): void => {
    if (!placed.stands(task)) return;
    placed.takeOut(task);
    for (const { to } of lagsFrom[task]!) takeOut(to);
  };
  for (let standing = 0, repairs = 0; standing < tasks.length;) {
    const task = mostUrgent();
    // what waits for itself in a ring is left to the search
    if (task < 0) return null;
    const index = placed.firstFit(task, Math.max(tasks[task]!.times.startMin(notBefore[task]!), placed.opensMin(task)));
    if (index === null) return null;
    const startMin = tasks[task]!.times.startMin(index);
    const missed = lagsTo[task]!.find(
      (lag) => lag.max !== null && lag.clock.aged(startMin) - lag.clock.aged(anchorMin(lag)) > lag.max + EPSILON,
    );
    if (!missed) {
      placed.put(task, index);
      standing++;
      continue;
    }
    const opener = missed.from;
    const { times } = tasks[opener]!;
    const neededMin = missed.clock.timeOf(missed.clock.aged(startMin) - missed.max!);
    const needed = missed.fromEnd ? times.endingNotBefore(neededMin) : times.notBefore(neededMin);
    notBefore[opener] = Math.max(needed, times.notBefore(startsMin[opener]!) + 1);
    if (notBefore[opener] > root.latest[opener]! || ++repairs > MOST_REPAIRS * tasks.length) return null;
    takeOut(opener);
    standing = startsMin.reduce((n, start) => n + (Number.isNaN(start) ? 0 : 1), 0);
  }
  return { startsMin, endsMin, makespanMin: makespanOf(model, endsMin) };
}
