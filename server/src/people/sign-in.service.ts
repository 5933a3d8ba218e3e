import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { RefusedError } from '../platform/errors.js';
import { Turnstile } from '../platform/turnstile.js';
import { AccountRows, type Credentials } from './account-rows.js';
import { stepOfCode } from './second-factor.js';
import { SecurityEvents } from './security-events.js';

/** Verified when no such person exists, so that an unknown address takes as long as a wrong password. */
const NOBODYS_HASH = hash('nobody has this password');

/** Failures of one account, from wherever, after which it waits; own judgement, no source. */
const MOST_FAILURES = 10;
const WITHIN_MIN = 15;

export interface SignIn {
  email: string;
  password: string;
  /** of the authenticator, where the account has one */ code?: string;
  address?: string;
}

/** Who someone is. Every attempt is written down. */
@Injectable()
export class SignInService {
  /** Argon2 is meant to be slow: a flood of attempts waits here, and pictures have threads of their own */
  private readonly turnstile = new Turnstile({ atOnce: 2, waiting: 64, longestWaitMs: 10_000 });

  constructor(
    private readonly accounts: AccountRows,
    private readonly events: SecurityEvents,
  ) {}

  /** The person's id. Throws `wrong-sign-in`, `code-wanted` (the password was right), `too-often` or `busy`. */
  async authenticate({ email, password, code, address }: SignIn): Promise<string> {
    if ((await this.events.failuresOf(email, WITHIN_MIN)) >= MOST_FAILURES) {
      await this.events.add({ kind: 'sign-in-held', email, address });
      throw new RefusedError(429, { error: 'too-often' });
    }
    const person = await this.accounts.byEmail(email);
    if (!(await this.matches(person, password))) return this.fail(email, address, person);
    if (person!.totpSecret) {
      if (!code) throw new RefusedError(401, { error: 'code-wanted' });
      const step = stepOfCode(person!.totpSecret, code, Date.now(), person!.totpLastStep);
      if (step === null || !(await this.accounts.useStep(person!.id, step))) return this.fail(email, address, person);
    }
    await this.events.add({ kind: 'signed-in', personId: person!.id, email, address });
    return person!.id;
  }

  /** Whether this is the password of that account; takes as long for one that does not exist. */
  matches(person: Credentials | null, password: string): Promise<boolean> {
    return this.turnstile.through('', async () => {
      const matches = await verify(person?.passwordHash ?? (await NOBODYS_HASH), password).catch(() => false);
      // who has no password has none that could be guessed
      return Boolean(person?.passwordHash) && matches;
    });
  }

  /** Whether a hash is of this. */
  isHashOf(hashed: string, secret: string): Promise<boolean> {
    return this.turnstile.through('', () => verify(hashed, secret).catch(() => false));
  }

  hashOf(password: string): Promise<string> {
    return this.turnstile.through('', () => hash(password));
  }

  private async fail(email: string, address: string | undefined, person: Credentials | null): Promise<never> {
    await this.events.add({ kind: 'sign-in-failed', personId: person?.id, email, address });
    throw new RefusedError(401, { error: 'wrong-sign-in' });
  }
}
