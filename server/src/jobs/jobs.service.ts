import { isDeepStrictEqual } from 'node:util';
import type { JobHeadDto, JobSummary } from '@caulkhorn/contract';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { LogLine } from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { RefusedError, notFound } from '../platform/errors.js';
import type { StoredJob } from '../records/job-rows.js';
import { RecordsDatabase } from '../records/records.js';

@Injectable()
export class JobsService {
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

  async read(jobId: string, caller: Caller): Promise<StoredJob> {
    const stored = await this.database.readJob(jobId, caller);
    if (!stored) throw notFound();
    return stored;
  }

  log(jobId: string, caller: Caller): Promise<LogLine[]> {
    return this.database.inJob(jobId, caller, async ({ items, log }) => {
      if (!(await items.exists())) throw notFound();
      return log.lines();
    });
  }

  latestPlan(jobId: string, caller: Caller): Promise<{ latest: PlanRevision | null }> {
    return this.database.inJob(jobId, caller, async ({ items, revisions }) => {
      if (!(await items.exists())) throw notFound();
      return { latest: await revisions.latest() };
    });
  }
}
