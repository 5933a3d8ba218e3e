import type { EntityManager } from 'typeorm';

/** Files that came in, each under the id it was sent with, inside a tenant's transaction. */
export class ImportRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
  ) {}

  async find(importId: string): Promise<{ sha256: string; jobId: string } | null> {
    const [row] = await this.manager.query<{ sha256: string; jobId: string }[]>(
      `select file_sha256 as sha256, job_id as "jobId" from job_import where organisation_id = $1 and id = $2`,
      [this.organisationId, importId],
    );
    return row ?? null;
  }

  async keep(importId: string, sha256: string, jobId: string): Promise<void> {
    await this.manager.query(`insert into job_import (organisation_id, id, file_sha256, job_id) values ($1, $2, $3, $4)`, [
      this.organisationId,
      importId,
      sha256,
      jobId,
    ]);
  }
}
