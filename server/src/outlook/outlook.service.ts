import { createHash } from 'node:crypto';
import { availableParallelism } from 'node:os';
import { resolve } from 'node:path';
import { type JobOutlookAnswer, PERMISSIONS, type StoreOutlookAnswer, bookingsOf, isOutsider } from '@caulkhorn/contract';
import { foldStock } from '@caulkhorn/core/materials';
import { type FiguresFrom, type JobFigures, expiryLines } from '@caulkhorn/core/outlook';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { Piscina } from 'piscina';
import type { Caller } from '../people/caller.js';
import { notFound } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import { RecordsDatabase } from '../records/records.js';
import type { OutlookTask } from './outlook.worker.js';

const THREADS = Math.max(1, availableParallelism() - 1);
/** the compiled worker, also for tests that run this file from its source */
const WORKER = resolve(__dirname, '../../dist/outlook/outlook.worker.js');
/** An outlook goes with the clock: it is worked out anew after so long although nothing was changed. */
const GOOD_FOR_MS = 5 * MINUTE_MS;
const KEPT = 500;

/** How jobs stand and what comes next in them, worked out in threads and kept until something changes. */
@Injectable()
export class OutlookService implements OnModuleDestroy {
  private readonly threads = new Piscina({ filename: WORKER, minThreads: 0, maxThreads: THREADS, idleTimeout: 30_000 });
  private readonly turnstile = new Turnstile({ atOnce: THREADS, waiting: 48, longestWaitMs: 30_000, ofOnePerson: 8 });
  private readonly kept = new LRUCache<string, JobOutlookAnswer | JobFigures>({ max: KEPT, ttl: GOOD_FOR_MS });

  constructor(private readonly database: RecordsDatabase) {}

  async ofJob(jobId: string, caller: Caller): Promise<JobOutlookAnswer> {
    const seesStore = PERMISSIONS[caller.standing].includes('stock');
    const { key, task } = await this.database.inJob(jobId, caller, async ({ items, log, revisions, house, stock, jobs }) => {
      const stored = await items.read();
      if (!stored) throw notFound();
      const [lines, revision, { version, ...rules }, products, moves, booked] = [
        await log.lines(),
        await revisions.latest(),
        await house.rules(),
        isOutsider(caller.standing) ? await house.productsForGuest(caller.personId) : await house.products(),
        seesStore ? await stock.all() : undefined,
        await jobs.bookingsBeside(jobId),
      ];
      const parts = [
        jobId,
        hashOf(stored.versions),
        lines.length,
        revision?.number ?? 0,
        version,
        products.length,
        moves?.length ?? 'x',
        hashOf(booked),
      ];
      const made: OutlookTask = {
        ...{ model: stored.model, lines, revision, nowMs: Date.now(), products, bookings: bookingsOf(booked) },
        rules,
        ...(moves ? { moves } : {}),
      };
      return { key: parts.join(' '), task: made };
    });
    const known = this.kept.get(key) as JobOutlookAnswer | undefined;
    if (known) return known;
    const outlook = (await this.turnstile.through(caller.personId, () => this.threads.run(task))) as JobOutlookAnswer;
    this.kept.set(key, outlook);
    return outlook;
  }

  /** What was planned against what it took; kept until something is written, released or measured. */
  async figures(jobId: string, caller: Caller): Promise<JobFigures> {
    const { key, task } = await this.database.inJob(jobId, caller, async ({ items, log, revisions }) => {
      const stored = await items.read();
      if (!stored) throw notFound();
      const [lines, revision] = [await log.lines(), await revisions.latest()];
      const from: FiguresFrom = { revision, lines, readings: stored.model.readings, nowMs: Date.now() };
      return { key: `figures ${jobId} ${hashOf(stored.versions)} ${lines.length} ${revision?.number ?? 0}`, task: from };
    });
    const known = this.kept.get(key) as JobFigures | undefined;
    if (known) return known;
    const figures = (await this.turnstile.through(caller.personId, () =>
      this.threads.run(task, { name: 'figuresInThread' }),
    )) as JobFigures;
    this.kept.set(key, figures);
    return figures;
  }

  store(caller: Caller): Promise<StoreOutlookAnswer> {
    return this.database.within(caller, async ({ stock, house }) => {
      const { catalogue } = await house.house();
      return { lines: expiryLines(foldStock(await stock.all(), catalogue, new Date().toISOString().slice(0, 10))) };
    });
  }

  async onModuleDestroy(): Promise<void> {
    await this.threads.destroy();
  }
}

/** Of everything in it, so that two states of a job never pass for one. */
function hashOf(content: unknown): string {
  return createHash('sha256').update(JSON.stringify(content)).digest('base64');
}
