import type { Colleague, Permission, SessionInfo, Standing } from '@caulkhorn/contract';
import { PERMISSIONS } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { TenantDatabase } from '../platform/database.js';
import type { Caller } from './caller.js';

@Injectable()
export class PeopleService {
  constructor(private readonly database: TenantDatabase) {}

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
    const [found] = await this.database.query<{ standing: Standing | null }>(`select standing_of($1, $2, $3) as standing`, [
      personId,
      organisationId,
      jobId ?? null,
    ]);
    return found?.standing ?? null;
  }

  /** By name; guests of one job or another among them. */
  colleagues(caller: Caller): Promise<Colleague[]> {
    return this.database.within(caller, (manager) =>
      manager.query<Colleague[]>(
        `select p.id, p.name, p.email, coalesce((select m.role from membership m where m.organisation_id = $1 and m.person_id = p.id), 'guest') as standing
         from person p
         where exists (select from membership m where m.organisation_id = $1 and m.person_id = p.id)
            or exists (select from guest_grant g where g.organisation_id = $1 and g.person_id = p.id)
         order by p.name`,
        [caller.organisationId],
      ),
    );
  }
}

export function may(standing: Standing, permission: Permission): boolean {
  return PERMISSIONS[standing].includes(permission);
}
