import type { JobModel, KeptProgramme, KeptStart } from '../jobs/index.js';
import { HOUR_MS } from '../quantities/index.js';
import { RUNS_ALONE } from './machines.js';
import type { WorkItem } from './work-items.js';
import type { PlacedTask, Programme, Task } from '../programme/index.js';

const MOST_EARLIER = 5;

/** When each piece of work is to begin by the programme that people were told; empty where none was kept. */
export function keptStarts({ keptProgrammes }: Pick<JobModel, 'keptProgrammes'>): Map<string, NonNullable<Task['kept']>> {
  // a job that was kept on a device before there were such programmes has no list of them
  const starts = keptProgrammes?.[0]?.starts ?? [];
  return new Map(starts.map(({ workItemId, startsAt, isPinned = false }) => [workItemId, { startMs: Date.parse(startsAt), isPinned }]));
}

/** The planned work of a programme where it lay by what was kept then; what was not kept then lies where it lies now. */
export function asKeptThen({ tasks, conflicts }: Programme, { starts }: Pick<KeptProgramme, 'starts'>): Programme {
  const startOf = new Map(starts.map(({ workItemId, startsAt }) => [workItemId, Date.parse(startsAt)]));
  const then = (task: PlacedTask): PlacedTask => {
    const startMs = startOf.get(task.id);
    return startMs === undefined ? task : { ...task, startMs, endMs: startMs + task.endMs - task.startMs };
  };
  return { tasks: tasks.map(then), conflicts };
}

/**
 * A programme as it is kept: what is still planned, with its pins and people; what was kept before goes among the earlier ones.
 * @param before what was kept until now, `id` that of a first one
 */
export function keepProgramme(
  { tasks }: Programme,
  {
    before,
    id,
    keptAt,
    keptBy,
    pinned,
    personOf,
    workItems,
  }: {
    before: KeptProgramme | undefined;
    id: string;
    keptAt: string;
    keptBy: string;
    pinned: ReadonlySet<string>;
    personOf(workItemId: string): string | undefined;
    workItems: readonly Pick<WorkItem, 'id' | 'restH' | 'machines'>[];
  },
): KeptProgramme {
  const itemOf = new Map(workItems.map((item) => [item.id, item]));
  const start = ({ id: workItemId, startMs, endMs }: PlacedTask): KeptStart => {
    const person = personOf(workItemId);
    const { restH = 0, machines } = itemOf.get(workItemId) ?? {};
    // what dries or soaks goes on by itself, its dryer with it
    const awayMs = machines?.some((kind) => RUNS_ALONE.has(kind)) ? endMs : endMs - restH * HOUR_MS;
    return {
      workItemId,
      startsAt: new Date(startMs).toISOString(),
      ...(pinned.has(workItemId) ? { isPinned: true } : {}),
      ...(person === undefined ? {} : { person }),
      ...(Number.isFinite(awayMs) && (machines || person !== undefined) ? { endsAt: new Date(awayMs).toISOString() } : {}),
      ...(machines ? { machines } : {}),
    };
  };
  const starts = tasks.filter(({ state, startMs }) => state === 'planned' && Number.isFinite(startMs)).map(start);
  if (!before) return { id, keptAt, keptBy, starts };
  const { id: kept, earlier = [], ...stood } = before;
  return { id: kept, keptAt, keptBy, starts, earlier: [stood, ...earlier].slice(0, MOST_EARLIER) };
}
