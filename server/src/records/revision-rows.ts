import type { PlanRevision } from '@caulkhorn/core/planning';
import type { EntityManager } from 'typeorm';

/** Released plans of one job, inside a tenant's transaction. Never changed once written. */
export class RevisionRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  async all(): Promise<PlanRevision[]> {
    const rows = await this.manager.query<{ body: PlanRevision }[]>(
      `select body from plan_revision where organisation_id = $1 and job_id = $2 order by number`,
      [this.organisationId, this.jobId],
    );
    return rows.map((row) => row.body);
  }

  async latest(): Promise<PlanRevision | null> {
    const [row] = await this.manager.query<{ body: PlanRevision }[]>(
      `select body from plan_revision where organisation_id = $1 and job_id = $2 order by number desc limit 1`,
      [this.organisationId, this.jobId],
    );
    return row?.body ?? null;
  }

  async byId(id: string): Promise<PlanRevision | null> {
    const [row] = await this.manager.query<{ body: PlanRevision }[]>(
      `select body from plan_revision where organisation_id = $1 and job_id = $2 and id = $3`,
      [this.organisationId, this.jobId, id],
    );
    return row?.body ?? null;
  }

  async insert(revisions: readonly { id: string; number: number; body: string }[]): Promise<void> {
    for (const revision of revisions)
      await this.manager.query(`insert into plan_revision (organisation_id, job_id, number, id, body) values ($1, $2, $3, $4, $5)`, [
        this.organisationId,
        this.jobId,
        revision.number,
        revision.id,
        revision.body,
      ]);
  }
}
