import { isDeepStrictEqual } from 'node:util';
import type { JobHeadDto, JobSummary } from '@caulkhorn/contract';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { LogLine } from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { RevisionStore } from '../records/revision-store.js';
import { TenantDatabase } from '../platform/database.js';
import { RefusedError, notFound } from '../platform/errors.js';
import { LogStore } from '../records/log-store.js';
import { JobStore, type StoredJob } from '../records/job-store.js';

@Injectable()
export class JobsService {
  constructor(private readonly database: TenantDatabase) {}

  list(caller: Caller): Promise<JobSummary[]> {
    const countOf = (table: string, live: string) =>
      `(select count(*)::integer from ${table} t where t.organisation_id = j.organisation_id and t.job_id = j.id${live})`;
    return this.database.within(caller, (manager) =>
      manager.query<JobSummary[]>(
        `select j.id, j.body->>'name' as name, j.body->>'site' as site, j.updated_at as "updatedAt",
                ${countOf('face', ' and t.deleted_at is null')} as faces,
                ${countOf('feature', ' and t.deleted_at is null')} as features,
                ${countOf('log_entry', '')} as entries
         from job j
         where j.organisation_id = $1
           and ($2 <> 'guest' or exists (select from guest_grant g where g.organisation_id = j.organisation_id and g.job_id = j.id and g.person_id = $3))
         order by j.updated_at desc`,
        [caller.organisationId, caller.standing, caller.personId],
      ),
    );
  }

  make(head: JobHeadDto, caller: Caller): Promise<{ jobId: string }> {
    return this.database.within(caller, async (manager) => {
      const store = new JobStore(manager, caller.organisationId, head.id);
      // a form sent twice makes one job; another job under the same id is refused
      if (!(await store.insertHead(head)) && !isDeepStrictEqual((await store.read())?.model.job, { ...head }))
        throw new RefusedError(409, { error: 'id-used-before' });
      return { jobId: head.id };
    });
  }

  async read(jobId: string, caller: Caller): Promise<StoredJob> {
    const stored = await this.database.within(caller, (manager) => new JobStore(manager, caller.organisationId, jobId).read());
    if (!stored) throw notFound();
    return stored;
  }

  log(jobId: string, caller: Caller): Promise<LogLine[]> {
    return this.database.within(caller, async (manager) => {
      if (!(await new JobStore(manager, caller.organisationId, jobId).exists())) throw notFound();
      return new LogStore(manager, caller.organisationId, jobId).lines();
    });
  }

  latestPlan(jobId: string, caller: Caller): Promise<{ latest: PlanRevision | null }> {
    return this.database.within(caller, async (manager) => {
      if (!(await new JobStore(manager, caller.organisationId, jobId).exists())) throw notFound();
      return { latest: await new RevisionStore(manager, caller.organisationId, jobId).latest() };
    });
  }
}
