import { randomUUID } from 'node:crypto';
import type { InvitationOffer, Standing } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import type { PoolClient } from 'pg';
import { GateDatabase } from '../platform/gate-database.js';
import { fingerprintOf } from './one-time-token.js';

interface SpentRow {
  organisation: string;
  email: string;
  standing: Standing;
  job: string | null;
}

const IS_OPEN = `used_at is null and withdrawn_at is null and expires_at > now()`;

/** Invitations as who holds their link may use them: behind the gate, for such a person may have no account yet. */
@Injectable()
export class InvitationRows {
  constructor(private readonly gate: GateDatabase) {}

  /** Null for a link that is unknown, spent, withdrawn or old. */
  async offer(token: string): Promise<InvitationOffer | null> {
    const [row] = await this.gate.query<InvitationOffer>(
      `select o.name as organisation, i.email, i.name, i.standing,
         exists (select from person p where lower(p.email) = lower(i.email)) as "hasAccount"
       from invitation i join organisation o on o.id = i.organisation_id where i.token_sha256 = $1 and ${IS_OPEN}`,
      [fingerprintOf(token)],
    );
    return row ?? null;
  }

  /** Spends the link for someone who has an account. False as `offer` is null. */
  join(token: string, personId: string): Promise<boolean> {
    return this.gate.transaction((client) => spend(client, token, () => Promise.resolve(personId)));
  }

  /** Spends the link and makes the account. Throws the database's unique violation where one was made since it was looked at. */
  joinAnew(token: string, { name, passwordHash }: { name: string; passwordHash: string }): Promise<boolean> {
    return this.gate.transaction((client) =>
      spend(client, token, async (email) => {
        const id = randomUUID();
        await client.query(`insert into person (id, email, name, password_hash) values ($1, $2, $3, $4)`, [id, email, name, passwordHash]);
        return id;
      }),
    );
  }
}

async function spend(client: PoolClient, token: string, personOf: (email: string) => Promise<string>): Promise<boolean> {
  const { rows } = await client.query<SpentRow>(
    `update invitation set used_at = now() where token_sha256 = $1 and ${IS_OPEN}
     returning organisation_id as organisation, email, standing, job_id as job`,
    [fingerprintOf(token)],
  );
  const spent = rows[0];
  if (!spent) return false;
  const personId = await personOf(spent.email);
  // who belongs to the house by now keeps what he is there
  await (spent.standing === 'guest'
    ? client.query(`insert into guest_grant (organisation_id, job_id, person_id) values ($1, $2, $3) on conflict do nothing`, [
        spent.organisation,
        spent.job,
        personId,
      ])
    : client.query(`insert into membership (organisation_id, person_id, role) values ($1, $2, $3) on conflict do nothing`, [
        spent.organisation,
        personId,
        spent.standing,
      ]));
  return true;
}
