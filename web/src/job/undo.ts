import type { AnyItem, ItemKind, JobHead } from '@caulkhorn/core/jobs';

/** How to bring a thing back to what it was: the item then (none: it was not there), and the version that must still stand. */
export interface Step {
  /** of an item, or of what is said of the job as a whole */ itemKind: ItemKind | 'job';
  id: string;
  item: AnyItem | JobHead | undefined;
  expectedVersion: number;
  /** what it is about, so that it can be named */ about: AnyItem | JobHead;
}

type Play = (step: Step) => Step | null;

/** Steps back and forth through one person's own changes; what was done at once goes back at once. A step that cannot be played any more is dropped. */
export class UndoStack {
  private readonly back: Step[][] = [];
  private readonly forth: Step[][] = [];

  done(...steps: Step[]): void {
    if (steps.length === 0) return;
    this.back.push(steps);
    this.forth.length = 0;
  }

  /** `play` performs a step and answers the one that would take it back, or null when it refuses. False: nothing to undo. */
  undo(play: Play): boolean {
    return move(this.back, this.forth, play);
  }

  redo(play: Play): boolean {
    return move(this.forth, this.back, play);
  }
}

function move(from: Step[][], to: Step[][], play: Play): boolean {
  const steps = from.pop();
  if (!steps) return false;
  const inverses: Step[] = [];
  for (const step of steps.toReversed()) {
    const inverse = play(step);
    if (!inverse) continue;
    inverses.push(inverse);
    // an older step on the same thing now expects the version that this one made
    for (const other of from.flat())
      if (other.id === step.id && other.expectedVersion < inverse.expectedVersion) other.expectedVersion = inverse.expectedVersion;
  }
  if (inverses.length > 0) to.push(inverses);
  return true;
}
