import { randomUUID } from 'node:crypto';
import type { EnrolDto, EnrolmentCode, NewDrawer, OpenDrawerDto } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { RefusedError, notFound } from '../platform/errors.js';
import { AccountRows } from './account-rows.js';
import type { Caller } from './caller.js';
import { DrawerRows } from './drawer-rows.js';
import { newEnrolmentCode, newToken } from './one-time-token.js';
import { SecurityEvents } from './security-events.js';
import { SignInService } from './sign-in.service.js';

/** A PIN is short: bound to what lies in the browser, which the database does not hold, it cannot be found by trying there. */
const bound = (token: string, pin: string): string => `${token}:${pin}`;

/** Who shares a device: each opens it by a PIN, as themselves. */
@Injectable()
export class DrawersService {
  constructor(
    private readonly drawers: DrawerRows,
    private readonly accounts: AccountRows,
    private readonly signIn: SignInService,
    private readonly events: SecurityEvents,
  ) {}

  async make(personId: string, pin: string, address: string | undefined): Promise<NewDrawer> {
    const made = { id: randomUUID(), token: newToken() };
    await this.drawers.add({ ...made, personId, pinHash: await this.signIn.hashOf(bound(made.token, pin)) });
    await this.events.add({ kind: 'drawer-made', personId, address });
    return { drawerId: made.id, token: made.token };
  }

  /** Whose it is. Throws `wrong-pin`, or `drawer-shut` where no try is left. */
  async open({ drawerId, token, pin }: OpenDrawerDto, address: string | undefined): Promise<string> {
    const tried = await this.drawers.tryOnce(drawerId, token);
    if (!tried) throw new RefusedError(401, { error: 'drawer-shut' });
    const { personId, pinHash, triesLeft } = tried;
    if (!(await this.signIn.isHashOf(pinHash, bound(token, pin)))) {
      await this.events.add({ kind: triesLeft === 0 ? 'drawer-shut' : 'wrong-pin', personId, address });
      throw new RefusedError(401, { error: triesLeft === 0 ? 'drawer-shut' : 'wrong-pin' });
    }
    await this.drawers.opened(drawerId);
    await this.events.add({ kind: 'drawer-opened', personId, address });
    return personId;
  }

  async close(drawerId: string, personId: string): Promise<void> {
    await this.drawers.close(drawerId, personId);
  }

  async closeAllOf(personId: string): Promise<void> {
    await this.drawers.closeAllOf(personId);
  }

  async codeFor(personId: string, madeBy: string): Promise<EnrolmentCode> {
    const code = newEnrolmentCode();
    const at = await this.drawers.addEnrolment(code, personId, madeBy);
    await this.events.add({ kind: 'enrolment-code-made', personId, detail: `by ${madeBy}` });
    return { code, expiresAt: at.toISOString() };
  }

  /**
   * For a colleague. Someone who also belongs elsewhere is not this house's to let in; and who has a second factor makes the code alone:
   * by it a planner would get in as them without it.
   */
  async codeForColleague(personId: string, caller: Caller): Promise<EnrolmentCode> {
    const organisations = await this.accounts.organisationsOf(personId);
    const person = await this.accounts.byId(personId);
    if (!organisations.includes(caller.organisationId) || !person?.email) throw notFound();
    if (person.totpSecret) throw new RefusedError(409, { error: 'has-second-factor' });
    if (organisations.length > 1) throw new RefusedError(409, { error: 'belongs-elsewhere' });
    return this.codeFor(personId, caller.personId);
  }

  /** Makes the device theirs for whom the code was made. Throws `code-spent`. */
  async enrol({ code, pin }: EnrolDto, address: string | undefined): Promise<NewDrawer & { personId: string }> {
    const personId = await this.drawers.spend(asTyped(code));
    if (!personId) throw new RefusedError(401, { error: 'code-spent' });
    return { personId, ...(await this.make(personId, pin, address)) };
  }
}

/** As a code is read aloud and typed: in any case, with or without its dash, and with the letters that look like figures. */
const asTyped = (code: string): string => code.toUpperCase().replace(/[\s-]/g, '').replace(/O/g, '0').replace(/[IL]/g, '1');
