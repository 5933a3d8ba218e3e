import type { Incident, IncidentDto } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

/** Accidents and near misses of one job, inside a tenant's transaction. They are added and read, and nothing else. */
export class IncidentRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /** The newest first: all of them, or those that one person wrote. */
  all(onlyBy?: string): Promise<Incident[]> {
    return this.manager
      .query<Incident[]>(
        `select body || jsonb_build_object('id', id, 'kind', kind, 'writtenBy', written_name,
         'happenedAt', to_char(happened_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"'),
         'receivedAt', to_char(received_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')) as note
       from incident where organisation_id = $1 and job_id = $2 and ($3::uuid is null or written_by = $3)
       order by happened_at desc, id`,
        [this.organisationId, this.jobId, onlyBy ?? null],
      )
      .then((rows) => (rows as unknown as { note: Incident }[]).map(({ note }) => note));
  }

  /** Sent again it is the same one. False where the id is taken by another's. */
  async add({ id, kind, happenedAt, ...body }: IncidentDto, personId: string): Promise<boolean> {
    await this.manager.query(
      `insert into incident (organisation_id, job_id, id, kind, happened_at, body, written_by, written_name)
       values ($1, $2, $3, $4, $5, $6, $7, coalesce((select name from person where id = $7), '–')) on conflict do nothing`,
      [this.organisationId, this.jobId, id, kind, happenedAt, body, personId],
    );
    const [row] = await this.manager.query<{ mine: boolean }[]>(
      `select written_by = $4 as mine from incident where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id, personId],
    );
    return row?.mine === true;
  }
}
