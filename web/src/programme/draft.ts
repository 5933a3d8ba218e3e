import type { Programme, Task } from '@caulkhorn/core/programme';

type Kept = NonNullable<Task['kept']>;

/** What somebody has changed by hand and not kept yet, by work item. */
export interface Draft {
  /** where it begins now, ms */ moved: ReadonlyMap<string, number>;
  pinned: ReadonlyMap<string, boolean>;
  /** none where it was taken from somebody */ people: ReadonlyMap<string, string | undefined>;
}

export const NO_DRAFT: Draft = { moved: new Map(), pinned: new Map(), people: new Map() };

export const isEmpty = ({ moved, pinned, people }: Draft): boolean => moved.size + pinned.size + people.size === 0;

export const withMoved = (draft: Draft, id: string, startMs: number): Draft => ({
  ...draft,
  moved: new Map(draft.moved).set(id, startMs),
  // what a hand has put somewhere stays there
  pinned: new Map(draft.pinned).set(id, true),
});
export const withPinned = (draft: Draft, id: string, isPinned: boolean): Draft => ({
  ...draft,
  pinned: new Map(draft.pinned).set(id, isPinned),
});
export const withPerson = (draft: Draft, id: string, person: string | undefined): Draft => ({
  ...draft,
  people: new Map(draft.people).set(id, person),
});

export const isPinnedIn = (draft: Draft, kept: ReadonlyMap<string, Kept>, id: string): boolean =>
  draft.pinned.get(id) ?? kept.get(id)?.isPinned ?? false;

/**
 * What the work is placed by while it is changed by hand: all of it where it stands, what was moved where it was put, and what
 * follows that on the same face free to move along.
 * @param stands the programme that is changed
 */
export function draftStarts({ tasks }: Programme, kept: ReadonlyMap<string, Kept>, draft: Draft): Map<string, Kept> {
  const starts = new Map<string, Kept>();
  const loosened = new Set<string>();
  for (const { id, chain, startMs, state } of tasks) {
    if (state !== 'planned') continue;
    const isPinned = isPinnedIn(draft, kept, id);
    const moved = draft.moved.get(id);
    if (moved !== undefined) loosened.add(chain);
    else if (loosened.has(chain) && !isPinned) continue;
    starts.set(id, { startMs: moved ?? startMs, isPinned });
  }
  return starts;
}

/** What a hand has moved, where it was put: shown until it is known what follows from that. */
export function withHandsMoves(programme: Programme, { moved }: Draft): Programme {
  if (moved.size === 0) return programme;
  return {
    ...programme,
    tasks: programme.tasks.map((task) => {
      const startMs = moved.get(task.id);
      return startMs === undefined || startMs === task.startMs ? task : { ...task, startMs, endMs: task.endMs + startMs - task.startMs };
    }),
  };
}
