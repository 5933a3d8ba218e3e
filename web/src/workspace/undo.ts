import type { AnyItem, ItemKind } from '@caulkhorn/core/jobs';

/** How to bring a thing back to what it was: the item then (none: it was not there), and the version that must still stand. */
export interface Step {
  itemKind: ItemKind;
  id: string;
  item: AnyItem | undefined;
  expectedVersion: number;
  /** what to call it */ label: string;
}

/** Steps back and forth through one person's own changes. A step that cannot be played any more is dropped. */
export class UndoStack {
  private readonly back: Step[] = [];
  private readonly forth: Step[] = [];

  done(step: Step): void {
    this.back.push(step);
    this.forth.length = 0;
  }

  /** `play` performs a step and answers the one that would take it back, or null when it refuses. False: nothing to undo. */
  undo(play: (step: Step) => Step | null): boolean {
    return move(this.back, this.forth, play);
  }

  redo(play: (step: Step) => Step | null): boolean {
    return move(this.forth, this.back, play);
  }
}

function move(from: Step[], to: Step[], play: (step: Step) => Step | null): boolean {
  const step = from.pop();
  if (!step) return false;
  const inverse = play(step);
  if (inverse) {
    to.push(inverse);
    // an older step on the same thing now expects the version that this one made
    for (const other of from)
      if (other.id === step.id && other.expectedVersion < inverse.expectedVersion) other.expectedVersion = inverse.expectedVersion;
  }
  return true;
}
