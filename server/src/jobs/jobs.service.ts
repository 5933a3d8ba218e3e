import { isDeepStrictEqual, promisify } from 'node:util';
import { gzip } from 'node:zlib';
import type { BookingAnswer, CopyJobDto, JobHeadDto, JobState, JobSummary } from '@caulkhorn/contract';
import { ITEM_KINDS, ITEM_LISTS, type ItemKind, type JobModel } from '@caulkhorn/core/jobs';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { LogLine } from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import type { Caller } from '../people/caller.js';
import { RefusedError, notFound } from '../platform/errors.js';
import type { JobText } from '../records/job-rows.js';
import { RecordsDatabase } from '../records/records.js';

/** A job of 5,000 features is pressed to a quarter of a megabyte. */
const MOST_PRESSED_BYTES = 64_000_000;
const press = promisify(gzip);

@Injectable()
export class JobsService {
  /** by organisation and job */
  private readonly pressed = new LRUCache<string, { tag: string; pressed: Buffer }>({
    maxSize: MOST_PRESSED_BYTES,
    sizeCalculation: ({ pressed }) => pressed.length,
  });

  constructor(private readonly database: RecordsDatabase) {}

  list(caller: Caller): Promise<JobSummary[]> {
    return this.database.within(caller, ({ jobs }) => jobs.summaries());
  }

  make(head: JobHeadDto, caller: Caller): Promise<{ jobId: string }> {
    return this.database.inJob(head.id, caller, async ({ items, jobId }) => {
      // a form sent twice makes one job; another job under the same id is refused
      if (!(await items.insertHead(head)) && !isDeepStrictEqual((await items.read())?.model.job, { ...head }))
        throw new RefusedError(409, { error: 'id-used-before' });
      return { jobId };
    });
  }

  /** `StoredJob` as JSON, and its tag. */
  async text(jobId: string, caller: Caller): Promise<JobText> {
    const stored = await this.database.readJob(jobId, caller);
    if (!stored) throw notFound();
    return stored;
  }

  /**
   * A job with its tag: for who has `seen` it as it stands nothing else, for others `StoredJob` as JSON, pressed once for all who ask
   * until something in it changes. Whether they may see it, and whether it is still the same, the database is asked each time.
   */
  async readAgain(jobId: string, caller: Caller, seen: (tag: string) => boolean): Promise<{ tag: string; pressed?: Buffer }> {
    const tag = await this.database.readJobTag(jobId, caller);
    if (tag === null) throw notFound();
    if (seen(tag)) return { tag };
    const key = `${caller.organisationId} ${jobId}`;
    const kept = this.pressed.get(key);
    if (kept?.tag === tag) return kept;
    const { tag: ofText, text } = await this.text(jobId, caller);
    const made = { tag: ofText, pressed: await press(text) };
    this.pressed.set(key, made);
    return made;
  }

  putState(jobId: string, state: JobState, caller: Caller): Promise<void> {
    return this.database.inJob(jobId, caller, async ({ items }) => {
      if ((await items.state()) === null) throw notFound();
      await items.putState(state);
    });
  }

  /** A new job with the settings of another and, if wanted, all that was surveyed and chosen there; what was done, released and permitted stays behind. */
  copy(jobId: string, { id, name, withSurvey }: CopyJobDto, caller: Caller): Promise<{ jobId: string }> {
    return this.database.within(caller, async (records) => {
      await records.mayTakeS(120);
      const stored = await records.ofJob(jobId).items.read();
      if (!stored) throw notFound();
      const { job, ...lists } = stored.model;
      // a permit holds for the job that it was written out for, a forecast for its days, and what stands in rooms for those rooms
      const { permits: _permits, forecast: _forecast, climate, ...settings } = job;
      const { items } = records.ofJob(id);
      const head = { ...settings, ...(climate && withSurvey ? { climate } : {}), id, name };
      if (!(await items.insertHead(head))) {
        if ((await items.read())?.model.job.name !== name) throw new RefusedError(409, { error: 'id-used-before' });
        return { jobId: id };
      }
      // what was decided there for a coat that came late, or a test that failed, is nothing to this one
      const buildUps = lists.buildUps.map(({ remedies: _remedies, mends: _mends, ...buildUp }) => buildUp);
      if (withSurvey) await items.insertModel(asJson({ ...lists, buildUps, photos: [], keptProgrammes: [] }));
      return { jobId: id };
    });
  }

  log(jobId: string, caller: Caller): Promise<LogLine[]> {
    return this.database.inJob(jobId, caller, async ({ items, log }) => {
      if (!(await items.exists())) throw notFound();
      return log.lines();
    });
  }

  bookings(jobId: string, caller: Caller): Promise<BookingAnswer[]> {
    return this.database.inJob(jobId, caller, async ({ items, jobs }) => {
      if (!(await items.exists())) throw notFound();
      return jobs.bookingsBeside(jobId);
    });
  }

  latestPlan(jobId: string, caller: Caller): Promise<{ latest: PlanRevision | null }> {
    return this.database.inJob(jobId, caller, async ({ items, revisions }) => {
      if (!(await items.exists())) throw notFound();
      return { latest: await revisions.latest() };
    });
  }
}

const asJson = (lists: Omit<JobModel, 'job'>): Record<ItemKind, string> =>
  Object.fromEntries(ITEM_KINDS.map((kind) => [kind, JSON.stringify(lists[ITEM_LISTS[kind]])])) as Record<ItemKind, string>;
