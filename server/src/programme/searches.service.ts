import { randomUUID } from 'node:crypto';
import { resolve } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import { type ProgrammeSearchAnswer, type ProgrammeSearchDto, bookingsOf } from '@caulkhorn/contract';
import type { Found } from '@caulkhorn/core/planning';
import { Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { Piscina } from 'piscina';
import type { Caller } from '../people/caller.js';
import { notFound } from '../platform/errors.js';
import { JobQueue, PROGRAMME_SEARCH } from '../platform/job-queue.js';
import { RecordsDatabase } from '../records/records.js';
import type { SearchAsked } from '../records/search-rows.js';
import type { SearchTask, SearchTold } from './search.worker.js';

/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/programme/search.worker.js');
/** Beyond its own time a search plans the job first, and writes down what it found. */
const SPARE_S = 30;

/** What lies in the queue: names of rows, and nothing of what is in them. */
interface Wanted {
  organisationId: string;
  jobId: string;
  searchId: string;
  /** as whom it is made: what they may not see it does not either */ personId: string;
}

/** Searches for better programmes of large jobs: asked for at any server, made by whichever has time, told and stopped through the database. */
@Injectable()
export class SearchesService implements OnModuleInit, OnModuleDestroy {
  private readonly threads = new Piscina({ filename: WORKER, minThreads: 0, maxThreads: 1, idleTimeout: 30_000 });
  private isEnding = false;

  constructor(
    private readonly database: RecordsDatabase,
    private readonly queue: JobQueue,
  ) {}

  async onModuleInit(): Promise<void> {
    await this.queue.work<Wanted>(PROGRAMME_SEARCH, (wanted) => this.make(wanted));
  }

  async ask(jobId: string, { pins, limitS, goal }: ProgrammeSearchDto, caller: Caller): Promise<{ searchId: string }> {
    const searchId = randomUUID();
    await this.database.inJob(jobId, caller, async ({ items, searches }) => {
      if (!(await items.exists())) throw notFound();
      await searches.add(searchId, caller.personId, { pins, limitS, nowMs: Date.now(), ...(goal ? { goal } : {}) });
    });
    const { organisationId, personId } = caller;
    await this.queue.send(PROGRAMME_SEARCH, { organisationId, jobId, searchId, personId } satisfies Wanted, limitS + SPARE_S);
    return { searchId };
  }

  read(jobId: string, searchId: string, caller: Caller): Promise<ProgrammeSearchAnswer> {
    return this.database.inJob(jobId, caller, async ({ searches }) => {
      const found = await searches.read(searchId);
      if (!found) throw notFound();
      return found;
    });
  }

  stop(jobId: string, searchId: string, caller: Caller): Promise<void> {
    return this.database.inJob(jobId, caller, ({ searches }) => searches.stop(searchId));
  }

  private async make({ organisationId, jobId, searchId, personId }: Wanted): Promise<void> {
    const caller: Caller = { organisationId, personId, standing: 'planner' };
    const taken = await this.database.inJob(jobId, caller, ({ searches }) => searches.takeUp(searchId));
    if (!taken) return this.finish(caller, jobId, searchId, null);
    const { port1, port2 } = new MessageChannel();
    let telling = Promise.resolve();
    port1.on('message', ({ share, proposal }: SearchTold) => {
      telling = telling.then(async () => {
        const goesOn = await this.database.inJob(jobId, caller, ({ searches }) => searches.tell(searchId, share, proposal));
        if (!goesOn) port1.postMessage('stop');
      });
      // a database that is away for a moment ends no search: what it found is written at its end
      telling = telling.catch(() => {});
    });
    try {
      const task = await this.taskOf(caller, jobId, taken);
      const found = (await this.threads.run({ ...task, port: port2 }, { transferList: [port2] })) as Found | null;
      await telling;
      await this.finish(caller, jobId, searchId, found);
    } catch (fault) {
      // a server that ends leaves it to another; what the search itself stumbles over, every other would too
      if (this.isEnding) throw fault;
      await this.database.inJob(jobId, caller, ({ searches }) => searches.end(searchId, 'failed', null));
    } finally {
      port1.close();
    }
  }

  private finish(caller: Caller, jobId: string, searchId: string, found: Found | null): Promise<void> {
    return this.database.inJob(jobId, caller, ({ searches }) => searches.end(searchId, 'done', found));
  }

  private taskOf(caller: Caller, jobId: string, { pins, limitS, nowMs, goal = 'finish' }: SearchAsked): Promise<Omit<SearchTask, 'port'>> {
    return this.database.inJob(jobId, caller, async ({ items, log, revisions, house, jobs, stock }) => {
      const stored = await items.read();
      if (!stored) throw notFound();
      const { version: _, ...rules } = await house.rules();
      return {
        ...{ model: stored.model, lines: await log.lines(), revision: await revisions.latest() },
        ...{ rules, products: await house.products(), bookings: bookingsOf(await jobs.bookingsBeside(jobId)) },
        ...{ moves: await stock.all(), pins, nowMs, goal, limitMs: limitS * 1000 },
      };
    });
  }

  async onModuleDestroy(): Promise<void> {
    this.isEnding = true;
    await this.threads.destroy();
  }
}
