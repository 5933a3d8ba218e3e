import type { SigningLink } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';

/** Links by which clients may sign one job's dossier, inside a tenant's transaction. */
export class SigningLinkRows {
  constructor(
    private readonly manager: EntityManager,
    private readonly organisationId: string,
    private readonly jobId: string,
  ) {}

  /** The newest first. Who asked may have left the house since: the link is still there to be withdrawn. */
  all(): Promise<SigningLink[]> {
    return this.manager.query<SigningLink[]>(
      `select l.id, l.name, l.firm, coalesce(p.name, '–') as "madeBy", ${isoTime('l.expires_at')} as "expiresAt", ${isoTime('l.opened_at')} as "openedAt",
         case when signed_at is not null then 'signed' when withdrawn_at is not null then 'withdrawn' when tries_left < 1 then 'locked'
              when expires_at <= now() then 'expired' else 'open' end as state
       from signing_link l left join person p on p.id = l.made_by
       where l.organisation_id = $1 and l.job_id = $2 order by l.made_at desc, l.id`,
      [this.organisationId, this.jobId],
    );
  }

  async add(link: { id: string; name: string; firm?: string; madeBy: string; tokenSha256: string; codeSha256: string }): Promise<void> {
    const { id, name, firm, madeBy, tokenSha256, codeSha256 } = link;
    await this.manager.query(
      `insert into signing_link (organisation_id, job_id, id, name, firm, made_by, token_sha256, code_sha256, expires_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, now() + interval '14 days')`,
      [this.organisationId, this.jobId, id, name, firm ?? null, madeBy, tokenSha256, codeSha256],
    );
  }

  /** Shut, and whoever came in by it is out. False where it was signed, withdrawn, or never there. */
  async withdraw(id: string): Promise<boolean> {
    const { organisationId, jobId } = this;
    const [rows] = await this.manager.query<[{ person: string | null }[], number]>(
      `update signing_link set withdrawn_at = now()
       where organisation_id = $1 and job_id = $2 and id = $3 and signed_at is null and withdrawn_at is null returning person_id as person`,
      [organisationId, jobId, id],
    );
    const [row] = rows;
    if (row?.person)
      await this.manager.query(`delete from guest_grant where organisation_id = $1 and job_id = $2 and person_id = $3`, [
        organisationId,
        jobId,
        row.person,
      ]);
    return row !== undefined;
  }

  /** Whether this client may still sign. */
  async isOpen(personId: string): Promise<boolean> {
    const rows = await this.manager.query<unknown[]>(
      `select from signing_link where organisation_id = $1 and job_id = $2 and person_id = $3
         and signed_at is null and withdrawn_at is null and expires_at > now()`,
      [this.organisationId, this.jobId, personId],
    );
    return rows.length > 0;
  }

  /** He has signed: the link opens nothing any more, and what he signed stays before him for an hour. */
  async spend(personId: string): Promise<void> {
    const values = [this.organisationId, this.jobId, personId];
    await this.manager.query(
      `update signing_link set signed_at = now() where organisation_id = $1 and job_id = $2 and person_id = $3 and signed_at is null`,
      values,
    );
    await this.manager.query(
      `update guest_grant set until = least(until, now() + interval '1 hour')
       where organisation_id = $1 and job_id = $2 and person_id = $3 and standing = 'client'`,
      values,
    );
  }
}

const isoTime = (column: string) => `to_char(${column} at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')`;
