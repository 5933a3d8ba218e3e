import { type AcceptInvitationDto, type InvitationOffer, LEAST_PASSWORD } from '@caulkhorn/contract';
import { issue } from '@caulkhorn/core/issues';
import { Injectable } from '@nestjs/common';
import { RefusedError, invalid } from '../platform/errors.js';
import { InvitationRows } from './invitation-rows.js';
import { SecurityEvents } from './security-events.js';
import { SignInService } from './sign-in.service.js';

const UNIQUE_VIOLATION = '23505';
const linkSpent = () => new RefusedError(400, { error: 'link-spent' });

/** What who holds an invitation does with it. */
@Injectable()
export class InvitationsService {
  constructor(
    private readonly invitations: InvitationRows,
    private readonly signIn: SignInService,
    private readonly events: SecurityEvents,
  ) {}

  async offer(token: string): Promise<InvitationOffer> {
    const offer = await this.invitations.offer(token);
    if (!offer) throw linkSpent();
    return offer;
  }

  /**
   * Joins: with a new account, or as the one that the address has already, whose password (and code) is asked for. Throws
   * `link-spent`, `account-appeared` (made since the link was opened), and what signing in throws.
   */
  async accept({ token, name, password, code }: AcceptInvitationDto, address: string | undefined): Promise<void> {
    const { email, hasAccount } = await this.offer(token);
    const hasJoined = hasAccount
      ? await this.invitations.join(token, await this.signIn.authenticate({ email, password, code, address }))
      : await this.joinAnew(token, name, password);
    if (!hasJoined) throw linkSpent();
    await this.events.add({ kind: 'joined', email, address });
  }

  private async joinAnew(token: string, name: string, password: string): Promise<boolean> {
    if (password.length < LEAST_PASSWORD) throw invalid([issue('too-short', 'password', { min: LEAST_PASSWORD })]);
    try {
      return await this.invitations.joinAnew(token, { name: name.trim(), passwordHash: await this.signIn.hashOf(password) });
    } catch (fault) {
      if ((fault as { code?: string }).code === UNIQUE_VIOLATION) throw new RefusedError(409, { error: 'account-appeared' });
      throw fault;
    }
  }
}
