import type { PrintAnswer, PrintDto, Standing } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

/** What is to be printed, and as whom: what they may not see the print does not show either. */
export interface PrintAsked extends PrintDto {
  standing: Standing;
}

/** By then everyone who took it up has fallen. */
const GIVEN_UP_MIN = 15;

/** Prints of one job's dossier that this person asked for, inside a tenant's transaction. */
export class PrintRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /** A new one; what this person asked for before on this job is given up, files and all. */
  async add(id: string, personId: string, asked: PrintAsked): Promise<void> {
    const { organisationId, jobId } = this;
    await this.manager.query(
      `delete from dossier_print where organisation_id = $1
       and (asked_at < now() - interval '1 day' or job_id = $2 and state not in ('running', 'stopping'))`,
      [organisationId, jobId],
    );
    await this.manager.query(
      `update dossier_print set state = 'stopping' where organisation_id = $1 and job_id = $2 and state = 'running'`,
      [organisationId, jobId],
    );
    await this.manager.query(`insert into dossier_print (organisation_id, job_id, id, asked_by, asked) values ($1, $2, $3, $4, $5)`, [
      organisationId,
      jobId,
      id,
      personId,
      asked,
    ]);
  }

  async read(id: string): Promise<PrintAnswer | undefined> {
    const [row] = await this.manager.query<PrintAnswer[]>(
      `select case when state in ('waiting', 'running') and asked_at < now() - $4 * interval '1 minute' then 'failed' else state end as state,
         share, octet_length(file) as bytes
       from dossier_print where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id, GIVEN_UP_MIN],
    );
    return row;
  }

  async file(id: string): Promise<Buffer | undefined> {
    const [row] = await this.manager.query<{ file: Buffer | null }[]>(
      `select file from dossier_print where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id],
    );
    return row?.file ?? undefined;
  }

  /** Takes one up, again where whoever had it has fallen; undefined where nobody waits for it any more. */
  async takeUp(id: string): Promise<PrintAsked | undefined> {
    const [rows] = await this.manager.query<[{ asked: PrintAsked }[], number]>(
      `update dossier_print set state = 'running'
       where organisation_id = $1 and job_id = $2 and id = $3 and state in ('waiting', 'running')
       returning asked`,
      [this.organisationId, this.jobId, id],
    );
    return rows[0]?.asked;
  }

  /** How far it is; false where it is to stop. */
  async tell(id: string, share: number): Promise<boolean> {
    const [rows] = await this.manager.query<[{ state: string }[], number]>(
      `update dossier_print set share = greatest(share, $4) where organisation_id = $1 and job_id = $2 and id = $3 returning state`,
      [this.organisationId, this.jobId, id, share],
    );
    return rows[0]?.state === 'running';
  }

  async end(id: string, file: Buffer | null): Promise<void> {
    await this.manager.query(
      `update dossier_print set state = case when $4::bytea is null then 'failed' else 'done' end, share = 1, file = $4
       where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id, file],
    );
  }

  /** Given up: nothing of it is kept but that it was, while somebody works on it. */
  async stop(id: string): Promise<void> {
    const values = [this.organisationId, this.jobId, id];
    await this.manager.query(
      `delete from dossier_print where organisation_id = $1 and job_id = $2 and id = $3 and state not in ('running', 'stopping')`,
      values,
    );
    await this.manager.query(
      `update dossier_print set state = 'stopping' where organisation_id = $1 and job_id = $2 and id = $3 and state = 'running'`,
      values,
    );
  }

  async forget(id: string): Promise<void> {
    await this.manager.query(`delete from dossier_print where organisation_id = $1 and job_id = $2 and id = $3`, [
      this.organisationId,
      this.jobId,
      id,
    ]);
  }
}
