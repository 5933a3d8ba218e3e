import type { SecurityEventAnswer } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Injectable } from '@nestjs/common';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import type { Caller } from './caller.js';
import { AccountRows, type Credentials } from './account-rows.js';
import { DrawerRows } from './drawer-rows.js';
import { newSecret, stepOfCode } from './second-factor.js';
import { SecurityEvents } from './security-events.js';
import { SignInService } from './sign-in.service.js';

/** What people do with their own account, and a planner for those of the house who have lost theirs. */
@Injectable()
export class AccountService {
  constructor(
    private readonly accounts: AccountRows,
    private readonly signIn: SignInService,
    private readonly drawers: DrawerRows,
    private readonly events: SecurityEvents,
  ) {}

  /** Other sessions end, and drawers are shut: whoever had learnt the old password is out. */
  async changePassword(personId: string, sid: string, current: string, next: string): Promise<void> {
    await this.own(personId, current, 'current');
    await this.accounts.setPassword(personId, await this.signIn.hashOf(next));
    await this.accounts.endSessions(personId, sid);
    await this.drawers.closeAllOf(personId);
    await this.events.add({ kind: 'password-changed', personId });
  }

  async endOtherSessions(personId: string, sid: string): Promise<{ ended: number }> {
    const ended = await this.accounts.endSessions(personId, sid);
    await this.drawers.closeAllOf(personId);
    await this.events.add({ kind: 'other-sessions-ended', personId, detail: String(ended) });
    return { ended };
  }

  /** A secret to put into an authenticator; it counts once a code of it has been given. */
  async beginSecondFactor(personId: string, password: string): Promise<{ secret: string; uri: string }> {
    const person = await this.own(personId, password, 'password');
    const made = newSecret(person.email!);
    await this.accounts.setPending(personId, made.secret);
    return made;
  }

  async confirmSecondFactor(personId: string, code: string): Promise<void> {
    const person = await this.accounts.byId(personId);
    const step = person?.totpPending ? stepOfCode(person.totpPending, code, Date.now(), null) : null;
    if (step === null) throw invalid([issue('wrong-code', 'code')]);
    await this.accounts.setSecondFactor(personId, person!.totpPending);
    await this.accounts.useStep(personId, step);
    await this.events.add({ kind: 'second-factor-on', personId });
  }

  async dropSecondFactor(personId: string, password: string): Promise<void> {
    await this.own(personId, password, 'password');
    await this.accounts.setSecondFactor(personId, null);
    await this.events.add({ kind: 'second-factor-off', personId });
  }

  async hasSecondFactor(personId: string): Promise<boolean> {
    return Boolean((await this.accounts.byId(personId))?.totpSecret);
  }

  async eventsOf(personId: string): Promise<SecurityEventAnswer[]> {
    return (await this.events.of(personId)).map(({ at, ...rest }) => ({ at: at.toISOString(), ...rest }));
  }

  /** A new password by a one-time link. A second factor stays what it was: losing a password is not losing the telephone. */
  async reset(token: string, password: string, address: string | undefined): Promise<void> {
    const personId = await this.accounts.reset(token, await this.signIn.hashOf(password));
    if (!personId) throw new RefusedError(400, { error: 'link-spent' });
    await this.drawers.closeAllOf(personId);
    const person = await this.accounts.byId(personId);
    await this.events.add({ kind: 'password-reset', personId, email: person?.email ?? undefined, address });
  }

  /** A link for a colleague. Someone who also belongs elsewhere is not this house's to let in: whoever runs the server does that. */
  async resetLink(personId: string, caller: Caller): Promise<{ token: string }> {
    const organisations = await this.accounts.organisationsOf(personId);
    // who came by a link to sign has no account that could have a password
    if (!organisations.includes(caller.organisationId) || !(await this.accounts.byId(personId))?.email) throw notFound();
    if (organisations.length > 1) throw new RefusedError(409, { error: 'belongs-elsewhere' });
    const token = await this.accounts.makeReset(personId, caller.personId);
    await this.events.add({ kind: 'reset-link-made', personId, detail: `by ${caller.personId}` });
    return { token };
  }

  private async own(personId: string, password: string, field: string): Promise<Credentials> {
    const person = await this.accounts.byId(personId);
    if (!(await this.signIn.matches(person, password))) {
      await this.events.add({ kind: 'sign-in-failed', personId, email: person?.email ?? undefined });
      throw invalid([issue('wrong-password', field)]);
    }
    return person!;
  }
}
