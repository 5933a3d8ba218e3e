import type { ProgrammeSearchAnswer } from '@caulkhorn/contract';
import type { Goal } from '@caulkhorn/core/planning';
import type { EntityManager } from 'typeorm';

/** What a search was asked for: pins of who asks, and for how long. */
export interface SearchAsked {
  pins: { workItemId: string; startsAt: string }[];
  limitS: number;
  nowMs: number;
  /** the earliest end when nothing is said */ goal?: Goal;
}

/** Searches for a better programme of one job, inside a tenant's transaction. */
export class SearchRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /** A new one; what the same person asked for before on this job is given up, and what is old is forgotten. */
  async add(id: string, personId: string, asked: SearchAsked): Promise<void> {
    const { organisationId, jobId } = this;
    await this.manager.query(
      `delete from programme_search where organisation_id = $1 and job_id = $2 and asked_at < now() - interval '1 day'`,
      [organisationId, jobId],
    );
    await this.manager.query(
      `update programme_search set state = 'stopping'
       where organisation_id = $1 and job_id = $2 and asked_by = $3 and state in ('waiting', 'running')`,
      [organisationId, jobId, personId],
    );
    await this.manager.query(`insert into programme_search (organisation_id, job_id, id, asked_by, asked) values ($1, $2, $3, $4, $5)`, [
      organisationId,
      jobId,
      id,
      personId,
      asked,
    ]);
  }

  async read(id: string): Promise<ProgrammeSearchAnswer | undefined> {
    const [row] = await this.manager.query<ProgrammeSearchAnswer[]>(
      `select state, share, proposal from programme_search where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id],
    );
    return row;
  }

  /** Takes one up, again where whoever had it has fallen; undefined where nobody waits for it any more. */
  async takeUp(id: string): Promise<SearchAsked | undefined> {
    const [rows] = await this.manager.query<[{ asked: SearchAsked }[], number]>(
      `update programme_search set state = 'running'
       where organisation_id = $1 and job_id = $2 and id = $3 and state in ('waiting', 'running')
       returning asked`,
      [this.organisationId, this.jobId, id],
    );
    return rows[0]?.asked;
  }

  /** How far it is; false where it is to stop. */
  async tell(id: string, share: number, proposal: object | null): Promise<boolean> {
    const [rows] = await this.manager.query<[{ state: string }[], number]>(
      `update programme_search set share = $4, proposal = coalesce($5, proposal)
       where organisation_id = $1 and job_id = $2 and id = $3 returning state`,
      [this.organisationId, this.jobId, id, share, proposal],
    );
    return rows[0]?.state === 'running';
  }

  async end(id: string, state: 'done' | 'failed', proposal: object | null): Promise<void> {
    await this.manager.query(
      `update programme_search set state = $4, share = 1, proposal = coalesce($5, proposal)
       where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id, state, proposal],
    );
  }

  /** It ends with the best so far. */
  async stop(id: string): Promise<void> {
    await this.manager.query(
      `update programme_search set state = 'stopping'
       where organisation_id = $1 and job_id = $2 and id = $3 and state in ('waiting', 'running')`,
      [this.organisationId, this.jobId, id],
    );
  }
}
