import type { JobModel, KeptProgramme, KeptStart } from '../jobs/index.js';
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
  }: {
    before: KeptProgramme | undefined;
    id: string;
    keptAt: string;
    keptBy: string;
    pinned: ReadonlySet<string>;
    personOf(workItemId: string): string | undefined;
  },
): KeptProgramme {
  const start = ({ id: workItemId, startMs }: PlacedTask): KeptStart => {
    const person = personOf(workItemId);
    return {
      workItemId,
      startsAt: new Date(startMs).toISOString(),
      ...(pinned.has(workItemId) ? { isPinned: true } : {}),
      ...(person === undefined ? {} : { person }),
    };
  };
  const starts = tasks.filter(({ state, startMs }) => state === 'planned' && Number.isFinite(startMs)).map(start);
  if (!before) return { id, keptAt, keptBy, starts };
  const { id: kept, earlier = [], ...stood } = before;
  return { id: kept, keptAt, keptBy, starts, earlier: [stood, ...earlier].slice(0, MOST_EARLIER) };
}
