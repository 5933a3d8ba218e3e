/** Several of a kind that work side by side, each free from a time on, ms since 1970 UTC: gangs, pumps, a person. */
export class Units {
  private readonly freeMs: number[];
  private readonly lastAt: (string | undefined)[];

  constructor(count: number, fromMs: number) {
    this.freeMs = Array.from({ length: count }, () => fromMs);
    this.lastAt = Array.from({ length: count });
  }

  /** When the first of them is free. */
  get soonestMs(): number {
    return Math.min(...this.freeMs);
  }

  /** When the first of them is free once one of them is taken for a time. */
  soonestAfter(startMs: number, untilMs: number): number {
    const taken = this.next(startMs);
    return Math.min(...this.freeMs.map((ms, i) => (i === taken ? Math.max(ms, untilMs) : ms)));
  }

  /** Takes one for a time, rather who was at this place before; answers with which. */
  take(place: string, startMs: number, untilMs: number): number {
    const taken = this.next(startMs, place);
    this.freeMs[taken] = Math.max(this.freeMs[taken]!, untilMs);
    this.lastAt[taken] = place;
    return taken;
  }

  /** Of those that are free then who was at the place, else who became free last; where none is, who will be first. */
  private next(startMs: number, place?: string): number {
    const rank = (i: number) => {
      const ms = this.freeMs[i]!;
      if (ms > startMs) return -ms;
      return place !== undefined && this.lastAt[i] === place ? Infinity : ms;
    };
    let best = 0;
    for (let i = 1; i < this.freeMs.length; i++) if (rank(i) > rank(best)) best = i;
    return best;
  }
}
