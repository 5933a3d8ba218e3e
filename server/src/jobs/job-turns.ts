import { Turnstile } from '../platform/turnstile.js';

/** one at its checks while another writes; more would only stand at the job's lock, each with a connection in hand */
const AT_ONCE = 2;

/** Lets a job's commands in by turns, so that a busy job leaves the connections to the others. */
export class JobTurns {
  private readonly turnstiles = new Map<string, { gate: Turnstile; users: number }>();

  async through<T>(jobId: string, work: () => Promise<T>): Promise<T> {
    const turns = this.turnstiles.get(jobId) ?? { gate: new Turnstile({ atOnce: AT_ONCE, waiting: 500, longestWaitMs: 15_000 }), users: 0 };
    this.turnstiles.set(jobId, turns);
    turns.users++;
    try {
      return await turns.gate.through('', work);
    } finally {
      turns.users--;
      if (turns.users === 0) this.turnstiles.delete(jobId);
    }
  }
}
