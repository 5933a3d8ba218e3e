import type { PlacedTask, Task } from './task.js';

/** How far the work of one room is. */
export class Room {
  /** tasks not placed yet, and the end of those that are, by phase */
  private readonly left: number[] = [];
  private readonly endMs: number[] = [];
  readonly floors = new Fresh();
  readonly coats = new Fresh();
  /** who is at work, and who makes dust at it: beside them no floor, and no coat, is laid by another gang */
  readonly people = new Fresh();
  readonly dust = new Fresh();

  expect(phase: number): this {
    this.left[phase] = (this.left[phase] ?? 0) + 1;
    return this;
  }

  isOpenTo(phase: number): boolean {
    for (let earlier = 0; earlier < phase; earlier++) if ((this.left[earlier] ?? 0) > 0) return false;
    return true;
  }

  /** End of everything in the phases before. */
  overMs(phase: number): number {
    let end = -Infinity;
    for (let earlier = 0; earlier < phase; earlier++) end = Math.max(end, this.endMs[earlier] ?? -Infinity);
    return end;
  }

  /** @param leftMs when the gang leaves it; none where nobody is at it */
  keep(
    { phase, isFloor, isDusty }: NonNullable<Task['room']>,
    { chain, endMs }: PlacedTask,
    { leftMs, freshUntilMs }: { leftMs?: number; freshUntilMs?: number },
  ): void {
    this.left[phase] = (this.left[phase] ?? 0) - 1;
    this.endMs[phase] = Math.max(this.endMs[phase] ?? -Infinity, endMs);
    if (leftMs !== undefined) this.people.keep(chain, leftMs);
    if (leftMs !== undefined && isDusty) this.dust.keep(chain, leftMs);
    if (freshUntilMs === undefined) return;
    this.coats.keep(chain, freshUntilMs);
    if (isFloor) this.floors.keep(chain, freshUntilMs);
  }
}

interface Until {
  chain: string;
  ms: number;
}

/** The two latest times, of different chains: a chain is never kept away by its own coat. */
class Fresh {
  private latest?: Until;
  private second?: Until;

  keep(chain: string, ms: number): void {
    if (this.latest?.chain === chain) this.latest.ms = Math.max(this.latest.ms, ms);
    else if (!this.latest || ms >= this.latest.ms) [this.second, this.latest] = [this.latest, { chain, ms }];
    else if (!this.second || ms > this.second.ms) this.second = { chain, ms };
  }

  untilFor(chain: string): number {
    return (this.latest?.chain === chain ? this.second : this.latest)?.ms ?? -Infinity;
  }
}
