import type { Plate } from '@caulkhorn/contract';
import type { PlateSays } from '@caulkhorn/core/proof';
import type { EntityManager } from 'typeorm';

/** Plates on the walls of one job that still lead somewhere, inside a tenant's transaction. */
export class PlateRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /** The newest first; who made one may have left the house since. */
  all(): Promise<Plate[]> {
    return this.manager.query<Plate[]>(
      `select w.id, w.token, w.face_id as "faceId", w.contact, w.says, coalesce(p.name, '–') as "madeBy",
         to_char(w.made_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "madeAt"
       from wall_plate w left join person p on p.id = w.made_by
       where w.organisation_id = $1 and w.job_id = $2 and w.withdrawn_at is null order by w.made_at desc, w.id`,
      [this.organisationId, this.jobId],
    );
  }

  async add(plate: Pick<Plate, 'id' | 'token' | 'contact' | 'says'> & { faceId?: string; madeBy: string }): Promise<void> {
    const { id, token, faceId, contact, says, madeBy } = plate;
    await this.manager.query(
      `insert into wall_plate (organisation_id, job_id, id, token, face_id, contact, says, made_by) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [this.organisationId, this.jobId, id, token, faceId ?? null, contact, says, madeBy],
    );
  }

  async faceOf(id: string): Promise<{ faceId: string | null } | undefined> {
    const [row] = await this.manager.query<{ faceId: string | null }[]>(
      `select face_id as "faceId" from wall_plate where organisation_id = $1 and job_id = $2 and id = $3 and withdrawn_at is null`,
      [this.organisationId, this.jobId, id],
    );
    return row;
  }

  /** The address on the wall stays, and says this from now on. */
  async renew(id: string, contact: string, says: PlateSays): Promise<void> {
    await this.manager.query(`update wall_plate set contact = $4, says = $5 where organisation_id = $1 and job_id = $2 and id = $3`, [
      this.organisationId,
      this.jobId,
      id,
      contact,
      says,
    ]);
  }

  /** Its address leads nowhere from now on. False where there is none. */
  async withdraw(id: string): Promise<boolean> {
    const [rows] = await this.manager.query<[unknown[], number]>(
      `update wall_plate set withdrawn_at = now() where organisation_id = $1 and job_id = $2 and id = $3 and withdrawn_at is null returning id`,
      [this.organisationId, this.jobId, id],
    );
    return rows.length > 0;
  }
}
