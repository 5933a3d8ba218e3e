import { type Face, type JobModel, MACHINE_KINDS, type MachineKind, facesInWalk, groupBy } from '@caulkhorn/core/jobs';
import { type Booking, type ClosedHours, RUNS_ALONE, type WorkItem } from '@caulkhorn/core/planning';
import type { Conflict, Interval, PlacedTask, Programme } from '@caulkhorn/core/programme';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import { roundsOf } from '../words/rounds';
import { whoOf } from './who';

/** A piece of work on the board. */
export interface BoardBar {
  task: PlacedTask;
  item: WorkItem;
  /** when the crew has left it; from then on it goes on by itself */ leftMs: number;
  conflict?: Conflict;
}

export type BoardRow =
  | { kind: 'room'; id: string; name: string }
  | {
      kind: 'face';
      id: string;
      face: Face;
      bars: readonly BoardBar[];
      /** rounds of mist, ms */ rounds: readonly number[];
      /** hours in which nobody can be at what is planned on it */ closed: readonly ClosedHours[];
    }
  /** a machine of the yard: where this job has it, and when others do */
  | { kind: 'machine'; id: MachineKind; stays: readonly Stay[]; away: readonly Away[] }
  /** where somebody is: whoever was given work, else a gang, or the crew */
  | { kind: 'who'; id: string; name: string | null; stays: readonly Stay[] };

/** When a machine, or one of its kind, is at another job. */
export interface Away extends Interval {
  jobName: string;
}

/** Time that somebody spends on a face. */
export interface Stay extends Interval {
  mark: string;
  taskId: string;
}

/** Faces with work on the board, under their rooms, in the order of the walk. */
export function boardRows(
  model: Pick<JobModel, 'spaces' | 'faces' | 'job'>,
  { tasks, conflicts }: Programme,
  workItems: readonly WorkItem[],
  { fromMs, toMs, closedOf = () => [] }: Interval & { closedOf?(workItemId: string): readonly ClosedHours[] },
): BoardRow[] {
  const items = new Map(workItems.map((item) => [item.id, item]));
  const conflictOf = new Map(conflicts.map((conflict) => [conflict.taskId, conflict]));
  const barsOf = new Map<string, BoardBar[]>();
  for (const task of tasks) {
    if (!(task.endMs > fromMs && task.startMs < toMs && Number.isFinite(task.startMs))) continue;
    const item = items.get(task.id)!;
    const conflict = conflictOf.get(task.id);
    const leftMs = task.endMs - (item.restH ?? 0) * HOUR_MS;
    const bar: BoardBar = { task, item, leftMs: Math.max(task.startMs, leftMs), ...(conflict ? { conflict } : {}) };
    const bars = barsOf.get(task.chain);
    if (bars) bars.push(bar);
    else barsOf.set(task.chain, [bar]);
  }
  const nameOf = new Map(model.spaces.map(({ id, name }) => [id, name]));
  const rows: BoardRow[] = [];
  let room: string | undefined;
  for (const face of facesInWalk(model)) {
    // strips take turns: by time, not by the list
    const bars = barsOf.get(face.id)?.sort((a, b) => a.task.startMs - b.task.startMs);
    if (!bars) continue;
    if (face.spaceId !== room) rows.push({ kind: 'room', id: face.spaceId, name: nameOf.get(face.spaceId) ?? '' });
    room = face.spaceId;
    const rounds = bars.flatMap(({ task, item }) => roundsOf(task, item, model.job.timeZone)).filter((ms) => ms > fromMs && ms < toMs);
    const planned = bars.filter(({ task }) => task.state === 'planned');
    const closed = onceEach(planned.flatMap(({ task }) => closedOf(task.id))).filter((each) => each.fromMs < toMs && each.toMs > fromMs);
    rows.push({ kind: 'face', id: face.id, face, bars, rounds, closed });
  }
  return rows;
}

/** Who is where: the crew or its gangs, and everybody who was given work, by name. */
export function whoIsWhere(rows: readonly BoardRow[], personOf: (workItemId: string) => string | undefined): BoardRow[] {
  const stays = new Map<string | null, Stay[]>();
  for (const row of rows) {
    if (row.kind !== 'face') continue;
    for (const { task, leftMs } of row.bars) {
      if (leftMs <= task.startMs) continue;
      const who = whoOf(task, personOf) ?? null;
      stays.set(who, [...(stays.get(who) ?? []), { fromMs: task.startMs, toMs: leftMs, mark: row.face.mark, taskId: task.id }]);
    }
  }
  return [...stays]
    .sort(([a], [b]) => (a === null ? -1 : b === null ? 1 : a.localeCompare(b)))
    .map(([name, of]) => ({ kind: 'who', id: name ?? '', name, stays: of.sort((a, b) => a.fromMs - b.fromMs) }));
}

/** What closes several pieces of a face, or one hour after hour, is told once: of a kind, hours that overlap are one, with the reason of the first. */
export function onceEach(hours: readonly ClosedHours[]): ClosedHours[] {
  const kinds = groupBy([...new Set(hours)], ({ because }) => because.code);
  return [...kinds.values()].flatMap((ofKind) => {
    const out: ClosedHours[] = [];
    for (const each of ofKind.sort((a, b) => a.fromMs - b.fromMs)) {
      const last = out.at(-1);
      if (last && each.fromMs <= last.toMs) out[out.length - 1] = { ...last, toMs: Math.max(last.toMs, each.toMs) };
      else out.push(each);
    }
    return out;
  });
}

/** What each machine that this job asks for does: on its faces, and at other jobs. */
export function machineRows(rows: readonly BoardRow[], bookings: readonly Booking[], { fromMs, toMs }: Interval): BoardRow[] {
  const stays = new Map<MachineKind, Stay[]>();
  for (const row of rows) {
    if (row.kind !== 'face') continue;
    for (const { task, item, leftMs } of row.bars)
      for (const machine of item.machines ?? []) {
        const until = RUNS_ALONE.has(machine) ? task.endMs : leftMs;
        const stay = { fromMs: task.startMs, toMs: until, mark: row.face.mark, taskId: task.id };
        stays.set(machine, [...(stays.get(machine) ?? []), stay]);
      }
  }
  return MACHINE_KINDS.filter((kind) => stays.has(kind)).map((kind) => ({
    kind: 'machine',
    id: kind,
    stays: stays.get(kind)!,
    away: bookings.filter((booking) => booking.machines.includes(kind) && booking.fromMs < toMs && booking.toMs > fromMs),
  }));
}

/** When the crew is at work, and what else must not be folded away: rounds, and windows that close. */
export function happenings(rows: readonly BoardRow[]): { busy: Interval[]; events: number[] } {
  const faces = rows.flatMap((row) => (row.kind === 'face' ? [row] : []));
  const bars = faces.flatMap(({ bars: each }) => each);
  return {
    busy: bars.filter(({ task, leftMs }) => leftMs > task.startMs).map(({ task, leftMs }) => ({ fromMs: task.startMs, toMs: leftMs })),
    events: [
      ...faces.flatMap(({ rounds }) => rounds),
      ...bars.flatMap(({ task }) => (task.state === 'planned' && task.window?.closesMs != null ? [task.window.closesMs] : [])),
    ],
  };
}
