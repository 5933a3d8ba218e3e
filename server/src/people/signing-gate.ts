import { randomUUID, timingSafeEqual } from 'node:crypto';
import type { OpenedSigning, SigningOffer } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { GateDatabase } from '../platform/gate-database.js';
import { codeFingerprintOf, fingerprintOf } from './one-time-token.js';

const IS_OPEN = `signed_at is null and withdrawn_at is null and expires_at > now() and tries_left > 0`;

interface LinkRow extends OpenedSigning {
  id: string;
  name: string;
  code: string;
  person: string | null;
  until: Date;
}

/** Links to sign by, as who holds one may use them: behind the gate, for such a person has no account. */
@Injectable()
export class SigningGate {
  constructor(private readonly gate: GateDatabase) {}

  /** Null for a link that is unknown, signed, withdrawn, locked or old. */
  async offer(token: string): Promise<SigningOffer | null> {
    const [row] = await this.gate.query<SigningOffer>(
      `select o.name as organisation, concat_ws(', ', l.name, l.firm) as name from signing_link l join organisation o on o.id = l.organisation_id
       where l.token_sha256 = $1 and ${IS_OPEN}`,
      [fingerprintOf(token)],
    );
    return row ?? null;
  }

  /** The client, made known when the right code is given first. `spent` as `offer` is null; a wrong code takes one of five tries. */
  open(token: string, code: string): Promise<(OpenedSigning & { personId: string }) | 'spent' | 'wrong-code'> {
    return this.gate.transaction(async (client) => {
      const { rows } = await client.query<LinkRow>(
        `select organisation_id as "organisationId", job_id as "jobId", id, concat_ws(', ', name, firm) as name, code_sha256 as code, person_id as person, expires_at as until
         from signing_link where token_sha256 = $1 and ${IS_OPEN} for update`,
        [fingerprintOf(token)],
      );
      const link = rows[0];
      if (!link) return 'spent';
      const { organisationId, jobId, id } = link;
      const key = [organisationId, jobId, id];
      if (!timingSafeEqual(Buffer.from(link.code), Buffer.from(codeFingerprintOf(token, code)))) {
        await client.query(
          `update signing_link set tries_left = tries_left - 1 where organisation_id = $1 and job_id = $2 and id = $3`,
          key,
        );
        return 'wrong-code';
      }
      const personId = link.person ?? randomUUID();
      if (!link.person) {
        await client.query(`insert into person (id, name) values ($1, $2)`, [personId, link.name]);
        await client.query(
          `insert into guest_grant (organisation_id, job_id, person_id, standing, until) values ($1, $2, $3, 'client', $4)`,
          [organisationId, jobId, personId, link.until],
        );
      }
      await client.query(
        `update signing_link set person_id = $4, opened_at = now() where organisation_id = $1 and job_id = $2 and id = $3`,
        [...key, personId],
      );
      return { organisationId, jobId, personId };
    });
  }
}
