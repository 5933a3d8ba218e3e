import type { Task, Window } from './task.js';
import type { WallAges } from './wall-ages.js';

interface Lain {
  startMs: number;
  endMs: number;
}

/** Window of a task from where the tasks before it really or probably lie: the tightest over its waits; undefined without any. */
export function windowOf(
  task: Task,
  { ages, taskOf, lainOf }: { ages: WallAges; taskOf(id: string): Task | undefined; lainOf(id: string): Lain | undefined },
): Window | undefined {
  let window: Window | undefined;
  for (const wait of task.waits) {
    const before = lainOf(wait.taskId);
    if (!before) continue;
    const actual = taskOf(wait.taskId)?.actual;
    const lastMs = actual?.lastLaidMs ?? before.endMs;
    const opensMs = ages.after(lastMs, wait.minH, wait.referenceC, task.chain);
    const firstMs = wait.atOnce ? lastMs : (actual?.firstLaidMs ?? before.startMs);
    // cold puts off the opening, but the sheet's latest hour stands: nobody has shown that the bond waits
    const closesMs = wait.maxH === null ? null : ages.by(firstMs, wait.maxH, wait.referenceC, task.chain);
    window = {
      opensMs: Math.max(window?.opensMs ?? -Infinity, opensMs),
      closesMs: window?.closesMs == null ? closesMs : closesMs === null ? window.closesMs : Math.min(window.closesMs, closesMs),
    };
  }
  return window;
}
