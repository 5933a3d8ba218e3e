import type { Permission, Role, SessionInfo, Standing } from '@caulkhorn/contract';
import { PERMISSIONS } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { TenantDatabase } from '../platform/database.js';

/** Verified when no such person exists, so that an unknown address takes as long as a wrong password. */
const NOBODYS_HASH = hash('nobody has this password');

@Injectable()
export class PeopleService {
  constructor(private readonly database: TenantDatabase) {}

  /** The person's id when address and password belong together. */
  async authenticate(email: string, password: string): Promise<string | null> {
    const [person] = await this.database.within({}, (manager) =>
      manager.query<{ id: string; password_hash: string }[]>(`select id, password_hash from person where lower(email) = lower($1)`, [
        email,
      ]),
    );
    const matches = await verify(person?.password_hash ?? (await NOBODYS_HASH), password).catch(() => false);
    return person && matches ? person.id : null;
  }

  async sessionInfo(personId: string): Promise<SessionInfo | null> {
    return this.database.within({ personId }, async (manager) => {
      const [person] = await manager.query<{ name: string; email: string }[]>(`select name, email from person where id = $1`, [personId]);
      if (!person) return null;
      const organisations = await manager.query<{ id: string; name: string; standing: Standing }[]>(
        `select o.id, o.name, coalesce(m.role, 'guest') as standing
         from organisation o left join membership m on m.organisation_id = o.id and m.person_id = $1
         order by o.name`,
        [personId],
      );
      return { personId, ...person, organisations };
    });
  }

  /** How a person stands to an organisation, or to one of its jobs; null when it is none of theirs. */
  async standing(personId: string, organisationId: string, jobId?: string): Promise<Standing | null> {
    return this.database.within({ personId }, async (manager) => {
      const [found] = await manager.query<{ role: Role | null; guest: boolean }[]>(
        `select (select role from membership where organisation_id = $1 and person_id = $2) as role,
                exists (select from guest_grant where organisation_id = $1 and person_id = $2 and ($3::uuid is null or job_id = $3)) as guest`,
        [organisationId, personId, jobId ?? null],
      );
      return found?.role ?? (found?.guest ? 'guest' : null);
    });
  }
}

export function may(standing: Standing, permission: Permission): boolean {
  return PERMISSIONS[standing].includes(permission);
}
