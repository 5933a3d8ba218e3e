import { TZDate } from '@date-fns/tz';
import type { WorkItem } from '@caulkhorn/core/planning';
import type { PlacedTask, Programme } from '@caulkhorn/core/programme';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import { roundsOf } from '../words/rounds';
import { whoOf } from './who';

/** What one person, a gang, or the crew does on one day. */
export interface DaySheet {
  /** a gang where there are several; null: the crew */ person: string | null;
  work: readonly { task: PlacedTask; item: WorkItem; /** when hands leave it, that day or later */ leftMs: number }[];
}

/** "2026-05-21", by the job's own calendar. */
export function dayOf(ms: number, timeZone: string): string {
  const at = new TZDate(ms, timeZone);
  return [at.getFullYear(), at.getMonth() + 1, at.getDate()].map((n) => String(n).padStart(2, '0')).join('-');
}

/** A day from its first moment to the first of the next, ms; of 23 or 25 hours where the clock is put. Undefined where there is no such day. */
export function boundsOfDay(day: string, timeZone: string): { fromMs: number; toMs: number } | undefined {
  const parts = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day);
  if (!parts) return undefined;
  const [year, month, date] = parts.slice(1).map(Number) as [number, number, number];
  const midnight = (add: number) => new TZDate(year, month - 1, date + add, 0, 0, 0, timeZone).getTime();
  return dayOf(midnight(0), timeZone) === day ? { fromMs: midnight(0), toMs: midnight(1) } : undefined;
}

/** Sheets of a day: the crew's first, then by name. Work that goes on over several days is on each of them. */
export function daySheets(
  { tasks }: Programme,
  workItems: readonly WorkItem[],
  { fromMs, toMs }: { fromMs: number; toMs: number },
  personOf: (workItemId: string) => string | undefined,
): DaySheet[] {
  const items = new Map(workItems.map((item) => [item.id, item]));
  const of = new Map<string | null, DaySheet['work'][number][]>();
  for (const task of tasks) {
    const item = items.get(task.id)!;
    const leftMs = task.endMs - (item.restH ?? 0) * HOUR_MS;
    const isThatDay = task.state !== 'done' && task.startMs < toMs && leftMs > fromMs && leftMs > task.startMs;
    if (!isThatDay || !Number.isFinite(leftMs)) continue;
    const person = whoOf(task, personOf) ?? null;
    of.set(person, [...(of.get(person) ?? []), { task, item, leftMs }]);
  }
  return [...of]
    .sort(([a], [b]) => (a === null ? -1 : b === null ? 1 : a.localeCompare(b)))
    .map(([person, work]) => ({ person, work: work.sort((a, b) => a.task.startMs - b.task.startMs) }));
}

/** What happens on a day without anybody being sent: rounds of mist, and windows that close. */
export function dayEvents(
  { tasks }: Programme,
  workItems: readonly WorkItem[],
  { fromMs, toMs }: { fromMs: number; toMs: number },
  timeZone: string,
): { ms: number; kind: 'round' | 'closes'; item: WorkItem }[] {
  const items = new Map(workItems.map((item) => [item.id, item]));
  return tasks
    .flatMap((task) => {
      const item = items.get(task.id)!;
      const closesMs = task.state === 'planned' ? task.window?.closesMs : undefined;
      return [
        ...roundsOf(task, item, timeZone).map((ms) => ({ ms, kind: 'round' as const, item })),
        ...(closesMs == null ? [] : [{ ms: closesMs, kind: 'closes' as const, item }]),
      ];
    })
    .filter(({ ms }) => ms >= fromMs && ms < toMs)
    .sort((a, b) => a.ms - b.ms);
}
