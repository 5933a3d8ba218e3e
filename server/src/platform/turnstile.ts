import { RefusedError } from './errors.js';

export interface TurnstileLimits {
  atOnce: number;
  /** beyond those at work */ waiting: number;
  /** after which who waits is sent away */ longestWaitMs: number;
  /** at work and waiting, of one and the same person */ ofOnePerson?: number;
}

const busy = () => new RefusedError(503, { error: 'busy' });

/**
 * Lets only so many in at once. Heavy work of one kind has a turnstile of its own, so that it cannot starve the others; whoever does
 * not get in is told so (503), at once when too many wait already.
 */
export class Turnstile {
  private inside = 0;
  private readonly waiting: (() => void)[] = [];
  private readonly persons = new Map<string, number>();

  constructor(private readonly limits: TurnstileLimits) {}

  /** Runs `work` once there is room. Refuses with 503 where it never ran. */
  async through<T>(personId: string, work: () => Promise<T>): Promise<T> {
    const own = this.persons.get(personId) ?? 0;
    if (own >= (this.limits.ofOnePerson ?? Infinity)) throw busy();
    this.persons.set(personId, own + 1);
    try {
      await this.enter();
      try {
        return await work();
      } finally {
        this.leave();
      }
    } finally {
      const left = this.persons.get(personId)! - 1;
      if (left > 0) this.persons.set(personId, left);
      else this.persons.delete(personId);
    }
  }

  private async enter(): Promise<void> {
    if (this.inside < this.limits.atOnce) return void this.inside++;
    if (this.waiting.length >= this.limits.waiting) throw busy();
    await new Promise<void>((resolve, reject) => {
      const letIn = () => {
        clearTimeout(timer);
        resolve();
      };
      const timer = setTimeout(() => {
        this.waiting.splice(this.waiting.indexOf(letIn), 1);
        reject(busy());
      }, this.limits.longestWaitMs);
      this.waiting.push(letIn);
    });
  }

  /** Who leaves hands the place to the next, so that nobody slips in between. */
  private leave(): void {
    const next = this.waiting.shift();
    if (next) next();
    else this.inside--;
  }
}
