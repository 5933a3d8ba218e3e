import type { WorkItem } from '@caulkhorn/core/planning';
import type { Programme } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { roundsOf } from '../words/rounds';

/** Something that somebody should be told of before it passes. */
export interface Alert {
  /** the same for as long as it is the same thing */ key: string;
  kind: 'opens' | 'closes' | 'round';
  item: WorkItem;
  atMs: number;
}

/** How long before it each is told, so that there is time to go there and mix. */
const AHEAD_MS: Readonly<Record<Alert['kind'], number>> = { opens: 15 * MINUTE_MS, closes: 60 * MINUTE_MS, round: 10 * MINUTE_MS };

/** What is due to be told now: windows about to open or close on work that has not begun, and rounds of mist. */
export function alertsDue({ tasks }: Programme, workItems: readonly WorkItem[], timeZone: string, nowMs: number): Alert[] {
  const items = new Map(workItems.map((item) => [item.id, item]));
  return tasks
    .flatMap((task): Alert[] => {
      const item = items.get(task.id)!;
      const at = (kind: Alert['kind'], atMs: number): Alert => ({
        key: `${kind} ${task.id} ${Math.round(atMs / (10 * MINUTE_MS))}`,
        kind,
        item,
        atMs,
      });
      const { window, state } = task;
      return [
        ...(state === 'planned' && window ? [at('opens', window.opensMs)] : []),
        ...(state === 'planned' && window?.closesMs != null ? [at('closes', window.closesMs)] : []),
        ...roundsOf(task, item, timeZone).map((ms) => at('round', ms)),
      ];
    })
    .filter(({ kind, atMs }) => atMs >= nowMs && atMs - nowMs <= AHEAD_MS[kind])
    .sort((a, b) => a.atMs - b.atMs);
}
