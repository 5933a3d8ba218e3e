import { type Programme, type Task, USUAL_WEEK, forwardPass, shiftsFrom } from '../programme/index.js';
import type { SiteState } from '../site-log/index.js';
import type { WorkItem } from './work-items.js';

const HORIZON_DAYS = 120;

/** Places the work items in time from now on; what the log says is done or running stands where it really was. */
export function programmeJob(
  workItems: readonly WorkItem[],
  site: SiteState,
  options: { nowMs: number; timeZone: string; temperatureC: number },
): Programme {
  const tasks = workItems.map<Task>((item) => {
    const done = site.done.get(item.id);
    return {
      id: item.id,
      chain: item.faceId,
      durationMs: item.durationMin * 60_000,
      splittable: item.step !== 'coat-1' && item.step !== 'coat-2' && item.step !== 'plug',
      waits: item.waits,
      actual:
        done?.startedAt === undefined && done?.finishedAt === undefined
          ? undefined
          : {
              startMs: done.startedAt ?? done.firstLaidAt!,
              endMs: done.finishedAt,
              firstLaidMs: done.firstLaidAt,
              lastLaidMs: done.lastLaidAt,
            },
    };
  });
  return forwardPass(tasks, {
    nowMs: options.nowMs,
    shifts: shiftsFrom(options.nowMs, { ...USUAL_WEEK, timeZone: options.timeZone }, HORIZON_DAYS),
    temperaturesC: [options.temperatureC],
    temperaturesFromMs: options.nowMs,
  });
}
