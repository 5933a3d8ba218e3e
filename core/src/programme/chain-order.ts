import type { Task } from './task.js';

type InChain = Pick<Task, 'chain' | 'zone'>;

/** Whether two tasks of one chain wait for each other: those of different strips do not. */
export const isInOrder = (a: InChain, b: InChain): boolean =>
  a.chain === b.chain && (a.zone === undefined || b.zone === undefined || a.zone === b.zone);

/**
 * What each task follows directly in its chain: of its own strip the one before, else what comes before all strips; what comes after
 * the strips follows the last of each. And what it waits for in other chains.
 */
export function predecessorsOf(tasks: readonly (InChain & Pick<Task, 'id' | 'waits'>)[]): Map<string, string[]> {
  const of = new Map<string, string[]>();
  const chains = new Map<string, { whole?: string; strips: Map<number, string> }>();
  for (const { id, chain, zone } of tasks) {
    const last = chains.get(chain) ?? { strips: new Map<number, string>() };
    chains.set(chain, last);
    const whole = last.whole === undefined ? [] : [last.whole];
    if (zone !== undefined) {
      of.set(id, last.strips.has(zone) ? [last.strips.get(zone)!] : whole);
      last.strips.set(zone, id);
      continue;
    }
    of.set(id, last.strips.size > 0 ? [...last.strips.values()] : whole);
    last.strips.clear();
    last.whole = id;
  }
  const chainOf = new Map(tasks.map(({ id, chain }) => [id, chain]));
  for (const { id, chain, waits } of tasks)
    for (const { taskId } of waits) if ((chainOf.get(taskId) ?? chain) !== chain) of.set(id, [...of.get(id)!, taskId]);
  return of;
}

/** Until when each chain, and each strip of it, is taken up. */
export class ChainEnds {
  private readonly chains = new Map<string, Map<number | undefined, number>>();

  put({ chain, zone }: InChain, endMs: number): void {
    const ends = this.chains.get(chain) ?? new Map<number | undefined, number>();
    this.chains.set(chain, ends);
    ends.set(zone, Math.max(ends.get(zone) ?? -Infinity, endMs));
  }

  /** End of all that it waits for in its chain; −∞ where there is none. */
  before({ chain, zone }: InChain): number {
    let end = -Infinity;
    for (const [of, endMs] of this.chains.get(chain) ?? [])
      if (zone === undefined || of === undefined || of === zone) end = Math.max(end, endMs);
    return end;
  }
}
