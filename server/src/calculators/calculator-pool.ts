import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import type { Result } from '@caulkhorn/core/issues';
import { issue, refuse } from '@caulkhorn/core/issues';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { Piscina } from 'piscina';
import { Turnstile } from '../platform/turnstile.js';
import type { Calculation } from './calculate.worker.js';

/** A calculation is asked to end after the first, and its thread is ended after the second. */
const DEADLINE_MS = 10_000;
const GRACE_MS = 5_000;
const THREADS = Math.max(1, availableParallelism() - 1);
/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/calculators/calculate.worker.js');

/** Worker threads for calculations that may take long: the thread that answers requests never computes them. */
@Injectable()
export class CalculatorPool implements OnModuleDestroy {
  private readonly threads = new Piscina({
    filename: WORKER,
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: 30_000,
  });
  private readonly turnstile = new Turnstile({ atOnce: THREADS, waiting: 16, longestWaitMs: DEADLINE_MS, ofOnePerson: 3 });

  /** Runs a calculation; `leave` ends it when no one waits for the answer any more. Refuses with 503 what found no room to run. */
  run(id: string, input: unknown, personId: string, leave: AbortSignal): Promise<Result<object>> {
    return this.turnstile.through(personId, () => this.inThread(id, input, leave));
  }

  private async inThread(id: string, input: unknown, leave: AbortSignal): Promise<Result<object>> {
    const calculation: Calculation = { id, input, deadlineMs: DEADLINE_MS };
    const signal = AbortSignal.any([leave, AbortSignal.timeout(DEADLINE_MS + GRACE_MS)]);
    try {
      const result = (await this.threads.run(calculation, { signal })) as Result<object>;
      return !result.ok && result.issues[0]?.code === 'stopped' ? refuse(issue('took-too-long', '')) : result;
    } catch (fault) {
      if (signal.aborted) return refuse(issue('took-too-long', ''));
      throw fault;
    }
  }

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }
}
