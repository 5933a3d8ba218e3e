import { type BookingAnswer, type JobSummary, isOutsider } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';

/** A deleted job can be brought back for so long; then it is in no list and at no address. */
export const IS_THERE = `(state <> 'deleted' or state_since > now() - interval '30 days')`;

/** More than anybody looks so far ahead. */
const MOST_BOOKINGS = 5000;

const countOf = (table: string, live: string) =>
  `(select count(*)::integer from ${table} t where t.organisation_id = j.organisation_id and t.job_id = j.id${live})`;

/** The jobs that a caller may see, inside his transaction: a guest those that he was asked to look at. */
export class JobList {
  constructor(
    private readonly manager: EntityManager,
    private readonly caller: Caller,
  ) {}

  /** With their counts, the one changed last first. */
  summaries(): Promise<JobSummary[]> {
    const { organisationId, standing, personId } = this.caller;
    return this.manager.query<JobSummary[]>(
      `select j.id, j.body->>'name' as name, j.body->>'site' as site, j.body->>'timeZone' as "timeZone", j.state, j.state_since as "stateSince", j.updated_at as "updatedAt",
              ${countOf('face', ' and t.deleted_at is null')} as faces,
              ${countOf('feature', ' and t.deleted_at is null')} as features,
              ${countOf('log_entry', '')} as entries
       from job j
       where j.organisation_id = $1 and ${IS_THERE}
         and (not $2 or j.state <> 'deleted')
         and (not $2 or exists (select from guest_grant g where g.organisation_id = j.organisation_id and g.job_id = j.id and g.person_id = $3))
       order by j.updated_at desc`,
      [organisationId, isOutsider(standing), personId],
    );
  }

  /** What other jobs have from the yard from now on, and whom, by the programmes that were kept for them; a guest is told nothing of them. */
  async bookingsBeside(jobId: string): Promise<BookingAnswer[]> {
    const { organisationId, standing } = this.caller;
    if (isOutsider(standing)) return [];
    const rows = await this.manager.query<{ jobId: string; jobName: string; start: Omit<BookingAnswer, 'jobId' | 'jobName'> }[]>(
      `select j.id as "jobId", j.body->>'name' as "jobName",
              jsonb_strip_nulls(jsonb_build_object(
                'startsAt', s->'startsAt', 'endsAt', s->'endsAt', 'machines', s->'machines', 'person', s->'person')) as start
       from kept_programme k
       join job j on j.organisation_id = k.organisation_id and j.id = k.job_id,
       jsonb_array_elements(k.body->'starts') as s
       where k.organisation_id = $1 and k.job_id <> $2 and k.deleted_at is null and j.state = 'open'
         and (s->>'endsAt')::timestamptz > now()
       order by s->>'startsAt' limit ${MOST_BOOKINGS}`,
      [organisationId, jobId],
    );
    return rows.map(({ start, ...job }) => ({ ...job, ...start }));
  }
}
