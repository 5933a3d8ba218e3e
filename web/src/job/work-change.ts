import type { WorkItem } from '@caulkhorn/core/planning';

/** What the placing of work in time is told when the work has changed: all of it, or only what is another at its place. */
export type WorkChange = { kind: 'all'; items: readonly WorkItem[] } | { kind: 'some'; at: readonly [place: number, item: WorkItem][] };

/** Items are never changed in place, so that what is the same object is not told again. */
export function changeOf(before: readonly WorkItem[], after: readonly WorkItem[]): WorkChange {
  if (before.length !== after.length) return { kind: 'all', items: after };
  return {
    kind: 'some',
    at: after.flatMap((item, place) => (item === before[place] ? [] : [[place, item] as const satisfies [number, WorkItem]])),
  };
}

export function withChange(items: readonly WorkItem[], change: WorkChange): readonly WorkItem[] {
  if (change.kind === 'all') return change.items;
  const next = [...items];
  for (const [place, item] of change.at) next[place] = item;
  return next;
}
