import { randomUUID } from 'node:crypto';
import type { Role } from '@caulkhorn/contract';
import { hash } from '@node-rs/argon2';
import { Client } from 'pg';
import { fingerprintOf, newToken } from './one-time-token.js';

export interface NewPerson {
  id?: string;
  email: string;
  name: string;
  password: string;
}

/** Accounts are made by whoever runs the server, as the database's owner; requests cannot. */
export class Accounts {
  private constructor(private readonly client: Client) {}

  static async using<T>(databaseUrl: string, action: (accounts: Accounts) => Promise<T>): Promise<T> {
    const client = new Client({ connectionString: databaseUrl });
    await client.connect();
    try {
      return await action(new Accounts(client));
    } finally {
      await client.end();
    }
  }

  async addOrganisation(name: string, id: string = randomUUID()): Promise<string> {
    await this.client.query(`insert into organisation (id, name) values ($1, $2)`, [id, name]);
    return id;
  }

  async findOrganisation(name: string): Promise<string | null> {
    const { rows } = await this.client.query<{ id: string }>(`select id from organisation where name = $1 order by id limit 1`, [name]);
    return rows[0]?.id ?? null;
  }

  /** Adds a person, or finds the one with this address (whose password then stays as it is). */
  async addPerson({ id = randomUUID(), email, name, password }: NewPerson): Promise<string> {
    const { rows } = await this.client.query<{ id: string }>(`select id from person where lower(email) = lower($1)`, [email]);
    if (rows[0]) return rows[0].id;
    await this.client.query(`insert into person (id, email, name, password_hash) values ($1, $2, $3, $4)`, [
      id,
      email,
      name,
      await hash(password),
    ]);
    return id;
  }

  async addMembership(organisationId: string, personId: string, role: Role): Promise<void> {
    await this.client.query(
      `insert into membership (organisation_id, person_id, role) values ($1, $2, $3) on conflict (organisation_id, person_id) do update set role = excluded.role`,
      [organisationId, personId, role],
    );
  }

  async addGuest(organisationId: string, jobId: string, personId: string): Promise<void> {
    await this.client.query(`insert into guest_grant (organisation_id, job_id, person_id) values ($1, $2, $3) on conflict do nothing`, [
      organisationId,
      jobId,
      personId,
    ]);
  }

  /** A one-time link's token for the person with this address; null when there is none. */
  async makeReset(email: string): Promise<string | null> {
    const token = newToken();
    const { rows } = await this.client.query(
      `insert into password_reset (token_sha256, person_id, made_by, expires_at)
       select $2, id, 'operator', now() + interval '24 hours' from person where lower(email) = lower($1) returning person_id`,
      [email, fingerprintOf(token)],
    );
    return rows.length > 0 ? token : null;
  }

  async isEmpty(): Promise<boolean> {
    const { rows } = await this.client.query(`select 1 from organisation limit 1`);
    return rows.length === 0;
  }
}
