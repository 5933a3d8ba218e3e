import { Injectable } from '@nestjs/common';
import { GateDatabase } from '../platform/gate-database.js';
import { fingerprintOf, newToken } from './one-time-token.js';

export interface Credentials {
  id: string;
  email: string | null;
  passwordHash: string | null;
  totpSecret: string | null;
  totpPending: string | null;
  totpLastStep: number | null;
}

const CREDENTIALS = `select id, email, password_hash as "passwordHash", totp_secret as "totpSecret", totp_pending as "totpPending",
  totp_last_step::float8 as "totpLastStep" from person`;

/** All SQL about accounts, behind the gate. */
@Injectable()
export class AccountRows {
  constructor(private readonly gate: GateDatabase) {}

  async byEmail(email: string): Promise<Credentials | null> {
    return (await this.gate.query<Credentials>(`${CREDENTIALS} where lower(email) = lower($1)`, [email]))[0] ?? null;
  }

  async byId(personId: string): Promise<Credentials | null> {
    return (await this.gate.query<Credentials>(`${CREDENTIALS} where id = $1`, [personId]))[0] ?? null;
  }

  async setPassword(personId: string, passwordHash: string): Promise<void> {
    await this.gate.query(`update person set password_hash = $2 where id = $1`, [personId, passwordHash]);
  }

  /** Takes a code's step as used. False when another sign-in has just used it: a code opens one door once. */
  async useStep(personId: string, step: number): Promise<boolean> {
    const rows = await this.gate.query(
      `update person set totp_last_step = $2 where id = $1 and coalesce(totp_last_step, -1) < $2 returning id`,
      [personId, step],
    );
    return rows.length > 0;
  }

  async setPending(personId: string, secret: string): Promise<void> {
    await this.gate.query(`update person set totp_pending = $2 where id = $1`, [personId, secret]);
  }

  async setSecondFactor(personId: string, secret: string | null): Promise<void> {
    await this.gate.query(`update person set totp_secret = $2, totp_pending = null where id = $1`, [personId, secret]);
  }

  /** Ends the sessions of a person but the one named; how many ended. */
  async endSessions(personId: string, exceptSid?: string): Promise<number> {
    const rows = await this.gate.query(`delete from session where sess->>'personId' = $1 and sid is distinct from $2 returning sid`, [
      personId,
      exceptSid ?? null,
    ]);
    return rows.length;
  }

  /** A token that sets a new password once, within a day. Only its fingerprint is kept. */
  async makeReset(personId: string, madeBy: string): Promise<string> {
    const token = newToken();
    await this.gate.query(
      `insert into password_reset (token_sha256, person_id, made_by, expires_at) values ($1, $2, $3, now() + interval '24 hours')`,
      [fingerprintOf(token), personId, madeBy],
    );
    return token;
  }

  /** Spends a token and sets the password with it; whose it was, or null for one that is unknown, spent or old. */
  reset(token: string, passwordHash: string): Promise<string | null> {
    return this.gate.transaction(async (client) => {
      const { rows } = await client.query<{ person_id: string }>(
        `update password_reset set used_at = now() where token_sha256 = $1 and used_at is null and expires_at > now() returning person_id`,
        [fingerprintOf(token)],
      );
      const personId = rows[0]?.person_id;
      if (!personId) return null;
      // other links for the same account are worth nothing from now on
      await client.query(`update password_reset set used_at = now() where person_id = $1 and used_at is null`, [personId]);
      await client.query(`update person set password_hash = $2 where id = $1`, [personId, passwordHash]);
      await client.query(`delete from session where sess->>'personId' = $1`, [personId]);
      return personId;
    });
  }

  /** Organisations that a person has to do with, as a member or as a guest. */
  async organisationsOf(personId: string): Promise<string[]> {
    const rows = await this.gate.query<{ organisation_id: string }>(
      `select organisation_id from membership where person_id = $1 union select organisation_id from guest_grant where person_id = $1`,
      [personId],
    );
    return rows.map(({ organisation_id }) => organisation_id);
  }
}
