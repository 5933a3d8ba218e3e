import type { PaceId, PlanRevision } from '../planning/index.js';
import { HOUR_MS } from '../quantities/index.js';
import type { SiteState } from '../site-log/index.js';
import { paceOf } from './house-figures.js';
import { workSpan } from './work-span.js';

/** Hours of one person at one kind of task. */
export interface HoursWorked {
  name: string;
  task: PaceId;
  workH: number;
  /** pieces of work */ pieces: number;
}

export interface HoursOfJob {
  /** whoever worked most first, and of him what took longest */ rows: HoursWorked[];
  /** of one person, that the plan had for the same pieces */ plannedH: number;
  /** pieces that are finished and whose hours nobody can tell: no start was written, or a night lies between */ untimed: number;
}

interface Spell {
  task: PaceId;
  fromMs: number;
  toMs: number;
}

/**
 * Who worked how long at what, from the starts and finishes of the log. Of what somebody did side by side each has its even share of the
 * time: nobody works more hours than pass.
 */
export function hoursWorked(revision: Pick<PlanRevision, 'decided' | 'workItems'> | null, { done }: Pick<SiteState, 'done'>): HoursOfJob {
  const spells = new Map<string, Spell[]>();
  let [plannedMin, untimed] = [0, 0];
  if (!revision?.decided) return { rows: [], plannedH: 0, untimed };
  const { crew, job } = revision.decided;
  for (const { id, step, durationMin } of revision.workItems) {
    const own = done.get(id);
    // a cure is nobody's from start to finish
    if (own?.finishedAt === undefined || durationMin === 0) continue;
    const span = workSpan(own, job.timeZone);
    if (!span) {
      untimed++;
      continue;
    }
    plannedMin += durationMin * crew.people;
    for (const name of own.people) spells.set(name, [...(spells.get(name) ?? []), { task: paceOf(step), ...span }]);
  }
  const sums = [...spells].map(([name, own]) => {
    const rows = hoursByTask(own).map((row) => ({ name, ...row }));
    return { rows, workH: rows.reduce((sum, { workH }) => sum + workH, 0) };
  });
  return { rows: sums.sort((a, b) => b.workH - a.workH).flatMap(({ rows }) => rows), plannedH: plannedMin / 60, untimed };
}

/** Of one person. */
function hoursByTask(spells: readonly Spell[]): Omit<HoursWorked, 'name'>[] {
  const ends = [...new Set(spells.flatMap(({ fromMs, toMs }) => [fromMs, toMs]))].sort((a, b) => a - b);
  const rows = new Map<PaceId, Omit<HoursWorked, 'name'>>();
  const rowOf = (task: PaceId) => rows.get(task) ?? { task, workH: 0, pieces: 0 };
  for (const { task } of spells) rows.set(task, { ...rowOf(task), pieces: rowOf(task).pieces + 1 });
  for (const [i, toMs] of ends.entries()) {
    const fromMs = ends[i - 1] ?? toMs;
    const beside = spells.filter((spell) => spell.fromMs <= fromMs && spell.toMs >= toMs);
    for (const { task } of beside) rows.set(task, { ...rowOf(task), workH: rowOf(task).workH + (toMs - fromMs) / HOUR_MS / beside.length });
  }
  return [...rows.values()].sort((a, b) => b.workH - a.workH);
}
