import { randomUUID } from 'node:crypto';
import type { Colleague, InviteDto, OpenInvitation, Role, SessionInfo, Standing } from '@caulkhorn/contract';
import type { EntityManager } from 'typeorm';
import { fingerprintOf } from './one-time-token.js';

/** People as a transaction may see them: oneself, and those of the same organisations. Never their passwords. */
export class PersonRows {
  constructor(private readonly manager: EntityManager) {}

  async nameOf(personId: string): Promise<string> {
    const [row] = await this.manager.query<{ name: string }[]>(`select name from person where id = $1`, [personId]);
    return row!.name;
  }

  /** Someone with the organisations he has to do with; null when there is no such person. */
  async withOrganisations(personId: string): Promise<SessionInfo | null> {
    const [person] = await this.manager.query<{ name: string; email: string | null }[]>(`select name, email from person where id = $1`, [
      personId,
    ]);
    if (!person) return null;
    const organisations = await this.manager.query<{ id: string; name: string; standing: Standing }[]>(
      `select o.id, o.name, s.standing from organisation o, lateral (select standing_of($1, o.id, null) as standing) s
       where s.standing is not null order by o.name`,
      [personId],
    );
    return { personId, ...person, organisations };
  }

  /** By name; guests of one job or another among them, not who came by a link to sign. */
  colleagues(organisationId: string): Promise<Colleague[]> {
    return this.manager.query<Colleague[]>(
      `select p.id, p.name, p.email, coalesce(m.role, 'guest') as standing,
         coalesce((select array_agg(g.job_id) from guest_grant g where g.organisation_id = $1 and g.person_id = p.id), '{}') as "jobIds"
       from person p left join membership m on m.organisation_id = $1 and m.person_id = p.id
       where m.person_id is not null
         or exists (select from guest_grant g where g.organisation_id = $1 and g.person_id = p.id and g.standing = 'guest')
       order by p.name`,
      [organisationId],
    );
  }

  /** Those that may still be used, the newest first. */
  openInvitations(organisationId: string): Promise<OpenInvitation[]> {
    return this.manager.query<OpenInvitation[]>(
      `select id, email, name, standing, job_id as "jobId", to_char(expires_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as "expiresAt"
       from invitation where organisation_id = $1 and used_at is null and withdrawn_at is null and expires_at > now() order by made_at desc`,
      [organisationId],
    );
  }

  async addInvitation(organisationId: string, madeBy: string, { email, name, standing, jobId }: InviteDto, token: string): Promise<void> {
    await this.manager.query(
      `insert into invitation (organisation_id, id, email, name, standing, job_id, token_sha256, made_by, expires_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, now() + interval '7 days')`,
      [organisationId, randomUUID(), email, name, standing, jobId ?? null, fingerprintOf(token), madeBy],
    );
  }

  async withdrawInvitation(organisationId: string, id: string): Promise<boolean> {
    const [, n] = await this.manager.query<[unknown, number]>(
      `update invitation set withdrawn_at = now() where organisation_id = $1 and id = $2 and used_at is null and withdrawn_at is null`,
      [organisationId, id],
    );
    return n > 0;
  }

  /** The role of each member; the rows are held until the transaction ends, so that two planners cannot take each other off at once. */
  async heldRoles(organisationId: string): Promise<ReadonlyMap<string, Role>> {
    const rows = await this.manager.query<{ id: string; role: Role }[]>(
      `select person_id as id, role from membership where organisation_id = $1 order by person_id for update`,
      [organisationId],
    );
    return new Map(rows.map(({ id, role }) => [id, role]));
  }

  async setRole(organisationId: string, personId: string, role: Role): Promise<void> {
    await this.manager.query(`update membership set role = $3 where organisation_id = $1 and person_id = $2`, [
      organisationId,
      personId,
      role,
    ]);
  }

  /** Off the house and all its jobs, or off one job. How many ties that were. */
  async takeOff(organisationId: string, personId: string, jobId?: string): Promise<number> {
    const [, guest] = await this.manager.query<[unknown, number]>(
      `delete from guest_grant where organisation_id = $1 and person_id = $2 and ($3::uuid is null or job_id = $3)`,
      [organisationId, personId, jobId ?? null],
    );
    if (jobId !== undefined) return guest;
    const [, member] = await this.manager.query<[unknown, number]>(`delete from membership where organisation_id = $1 and person_id = $2`, [
      organisationId,
      personId,
    ]);
    return guest + member;
  }
}
