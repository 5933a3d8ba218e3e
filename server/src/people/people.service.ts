import type { PeopleAnswer, Permission, SessionInfo, Standing } from '@caulkhorn/contract';
import { PERMISSIONS } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { TenantDatabase } from '../platform/database.js';
import type { Caller } from './caller.js';
import { PersonRows } from './person-rows.js';

@Injectable()
export class PeopleService {
  constructor(private readonly database: TenantDatabase) {}

  sessionInfo(personId: string): Promise<SessionInfo | null> {
    return this.database.within({ personId }, (manager) => new PersonRows(manager).withOrganisations(personId));
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

  /** Who belongs to the house, and who was asked to. */
  inHouse(caller: Caller): Promise<PeopleAnswer> {
    return this.database.within(caller, async (manager) => {
      const rows = new PersonRows(manager);
      const people = await rows.colleagues(caller.organisationId);
      return { people, invitations: await rows.openInvitations(caller.organisationId) };
    });
  }
}

export function may(standing: Standing, permission: Permission): boolean {
  return PERMISSIONS[standing].includes(permission);
}
