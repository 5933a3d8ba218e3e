import type { InviteDto, Role } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Injectable } from '@nestjs/common';
import { TenantDatabase } from '../platform/database.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import type { Caller } from './caller.js';
import { newToken } from './one-time-token.js';
import { PersonRows } from './person-rows.js';
import { SecurityEvents } from './security-events.js';

/** Who belongs to a house: asked to join, given another role, taken off. What a person wrote stays, whoever he is now. */
@Injectable()
export class HousePeopleService {
  constructor(
    private readonly database: TenantDatabase,
    private readonly events: SecurityEvents,
  ) {}

  /** The token of a link that works once, within a week. Throws `already-belongs`, and `not-found` for a job that is not there. */
  async invite(invited: InviteDto, caller: Caller): Promise<{ token: string }> {
    const isGuest = invited.standing === 'guest';
    if (isGuest !== (invited.jobId !== undefined)) throw invalid([issue(isGuest ? 'missing' : 'not-wanted', 'jobId')]);
    const token = newToken();
    const email = invited.email.trim();
    await this.database.within(caller, async (manager) => {
      const rows = new PersonRows(manager);
      const known = (await rows.colleagues(caller.organisationId)).find((each) => each.email.toLowerCase() === email.toLowerCase());
      if (known && (known.standing !== 'guest' || known.jobIds.includes(invited.jobId ?? '')))
        throw new RefusedError(409, { error: 'already-belongs' });
      if (invited.jobId) {
        const found = await manager.query<unknown[]>(`select from job where organisation_id = $1 and id = $2`, [
          caller.organisationId,
          invited.jobId,
        ]);
        if (found.length === 0) throw notFound();
      }
      await rows.addInvitation(caller.organisationId, caller.personId, { ...invited, email }, token);
    });
    await this.events.add({ kind: 'invited', email, detail: `as ${invited.standing} by ${caller.personId}` });
    return { token };
  }

  async withdraw(invitationId: string, caller: Caller): Promise<void> {
    const isDone = await this.database.within(caller, (manager) =>
      new PersonRows(manager).withdrawInvitation(caller.organisationId, invitationId),
    );
    if (!isDone) throw notFound();
    await this.events.add({ kind: 'invitation-withdrawn', personId: caller.personId, detail: invitationId });
  }

  /** Throws `last-planner` where nobody would be left to look after the house. */
  async setRole(personId: string, role: Role, caller: Caller): Promise<void> {
    await this.database.within(caller, async (manager) => {
      const rows = new PersonRows(manager);
      const roles = await rows.heldRoles(caller.organisationId);
      if (!roles.has(personId)) throw notFound();
      if (role !== 'planner') refuseLastPlanner(roles, personId);
      await rows.setRole(caller.organisationId, personId, role);
    });
    await this.events.add({ kind: 'role-changed', personId, detail: `${role} by ${caller.personId}` });
  }

  /** Off the house, or for a guest off the one job. Throws `last-planner`. */
  async takeOff(personId: string, jobId: string | undefined, caller: Caller): Promise<void> {
    await this.database.within(caller, async (manager) => {
      const rows = new PersonRows(manager);
      if (jobId === undefined) refuseLastPlanner(await rows.heldRoles(caller.organisationId), personId);
      if ((await rows.takeOff(caller.organisationId, personId, jobId)) === 0) throw notFound();
    });
    await this.events.add({ kind: 'taken-off', personId, detail: `${jobId ?? caller.organisationId} by ${caller.personId}` });
  }
}

function refuseLastPlanner(roles: ReadonlyMap<string, Role>, personId: string): void {
  const planners = [...roles].filter(([, role]) => role === 'planner').map(([id]) => id);
  if (planners.length === 1 && planners[0] === personId) throw new RefusedError(409, { error: 'last-planner' });
}
