import { PIN_TRIES } from '@caulkhorn/contract';
import { Injectable } from '@nestjs/common';
import { GateDatabase } from '../platform/gate-database.js';
import { fingerprintOf } from './one-time-token.js';

export interface DrawerTried {
  personId: string;
  pinHash: string;
  /** after this one */ triesLeft: number;
}

/** All SQL about drawers and the codes by which devices are enrolled, behind the gate. */
@Injectable()
export class DrawerRows {
  constructor(private readonly gate: GateDatabase) {}

  async add(drawer: { id: string; personId: string; token: string; pinHash: string }): Promise<void> {
    await this.gate.query(`insert into drawer (id, person_id, token_sha256, pin_hash, tries_left) values ($1, $2, $3, $4, $5)`, [
      drawer.id,
      drawer.personId,
      fingerprintOf(drawer.token),
      drawer.pinHash,
      PIN_TRIES,
    ]);
  }

  /** Takes one try: whoever asks many times at once has no more of them. Null for one that is shut, tried out, or not this browser's. */
  async tryOnce(id: string, token: string): Promise<DrawerTried | null> {
    const [row] = await this.gate.query<DrawerTried>(
      `update drawer set tries_left = tries_left - 1
       where id = $1 and token_sha256 = $2 and closed_at is null and tries_left > 0
       returning person_id as "personId", pin_hash as "pinHash", tries_left as "triesLeft"`,
      [id, fingerprintOf(token)],
    );
    return row ?? null;
  }

  async opened(id: string): Promise<void> {
    await this.gate.query(`update drawer set tries_left = $2 where id = $1`, [id, PIN_TRIES]);
  }

  async close(id: string, personId: string): Promise<void> {
    await this.gate.query(`update drawer set closed_at = now() where id = $1 and person_id = $2 and closed_at is null`, [id, personId]);
  }

  async closeAllOf(personId: string): Promise<void> {
    await this.gate.query(`update drawer set closed_at = now() where person_id = $1 and closed_at is null`, [personId]);
  }

  /** A code that enrols one device within a quarter of an hour; those made before for the same person are worth nothing any more. */
  async addEnrolment(code: string, personId: string, madeBy: string): Promise<Date> {
    await this.gate.query(`update enrolment set used_at = now() where person_id = $1 and used_at is null`, [personId]);
    const [row] = await this.gate.query<{ at: Date }>(
      `insert into enrolment (code_sha256, person_id, made_by, expires_at) values ($1, $2, $3, now() + interval '15 minutes')
       returning expires_at as at`,
      [fingerprintOf(code), personId, madeBy],
    );
    return row!.at;
  }

  /** Spends a code; whose device it is for, or null for one that is unknown, spent or old. */
  async spend(code: string): Promise<string | null> {
    const [row] = await this.gate.query<{ personId: string }>(
      `update enrolment set used_at = now() where code_sha256 = $1 and used_at is null and expires_at > now() returning person_id as "personId"`,
      [fingerprintOf(code)],
    );
    return row?.personId ?? null;
  }
}
