import type { WorkItem } from '@caulkhorn/core/planning';
import { type PlacedTask, mistRounds } from '@caulkhorn/core/programme';

/** When a face is kept wet: the rounds of a piece of work, ms; none of any other work, nor of what is over. */
export function roundsOf(task: PlacedTask, { roundsPerDay, restH = 0 }: WorkItem, timeZone: string): number[] {
  if (roundsPerDay === undefined || task.state === 'done' || !Number.isFinite(task.startMs)) return [];
  return mistRounds(task.startMs, { mistsPerDay: roundsPerDay, days: restH / 24 }, timeZone);
}
