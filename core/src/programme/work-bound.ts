import type { Programme, Task, TaskSetting } from './task.js';

/** No programme ends before its gangs have had as many hours as there is work for them (energetic bound), nor before the longest of its chains; ms since 1970. */
export function workBound(tasks: readonly Task[], { nowMs, shifts, gangs = 1 }: TaskSetting, first: Programme): number {
  const planned = new Set(first.tasks.filter(({ state }) => state === 'planned').map(({ id }) => id));
  const chains = new Map<string, number>();
  let leftMs = 0;
  for (const { id, chain, zone, durationMs, restMs = 0 } of tasks) {
    if (!planned.has(id)) continue;
    leftMs += durationMs;
    // strips of a face lie side by side
    if (zone === undefined) chains.set(chain, (chains.get(chain) ?? 0) + durationMs + restMs);
  }
  const longestMs = Math.max(0, ...chains.values());
  leftMs /= gangs;
  for (const { fromMs, toMs } of shifts) {
    const lastsMs = toMs - Math.max(fromMs, nowMs);
    if (lastsMs <= 0) continue;
    if (leftMs <= lastsMs) return Math.max(nowMs + longestMs, Math.max(fromMs, nowMs) + leftMs);
    leftMs -= lastsMs;
  }
  return nowMs + longestMs;
}
