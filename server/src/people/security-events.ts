import { Injectable } from '@nestjs/common';
import { GateDatabase } from '../platform/gate-database.js';

export type SecurityEventKind =
  | 'signed-in'
  | 'sign-in-failed'
  | 'sign-in-held'
  | 'signed-out'
  | 'password-changed'
  | 'password-reset'
  | 'reset-link-made'
  | 'other-sessions-ended'
  | 'second-factor-on'
  | 'second-factor-off'
  | 'invited'
  | 'invitation-withdrawn'
  | 'joined'
  | 'role-changed'
  | 'taken-off'
  | 'drawer-made'
  | 'drawer-opened'
  | 'drawer-shut'
  | 'wrong-pin'
  | 'enrolment-code-made'
  | 'device-enrolled'
  | 'device-revoked'
  | 'asked-to-sign'
  | 'signing-link-opened'
  | 'signing-link-withdrawn';

export interface SecurityEvent {
  kind: SecurityEventKind;
  personId?: string;
  email?: string;
  /** the sender's network address */ address?: string;
  detail?: string;
}

/** What happened to accounts, kept for good: rows are only ever added. */
@Injectable()
export class SecurityEvents {
  constructor(private readonly gate: GateDatabase) {}

  async add({ kind, personId, email, address, detail }: SecurityEvent): Promise<void> {
    await this.gate.query(`insert into security_event (kind, person_id, email, address, detail) values ($1, $2, $3, $4, $5)`, [
      kind,
      personId ?? null,
      email ?? null,
      address ?? null,
      detail ?? null,
    ]);
  }

  /** The latest of one person, newest first. */
  of(personId: string): Promise<{ at: Date; kind: SecurityEventKind; address: string | null; detail: string | null }[]> {
    return this.gate.query(`select at, kind, address, detail from security_event where person_id = $1 order by id desc limit 50`, [
      personId,
    ]);
  }

  /** Failures of one account since it last let its owner in, within so many minutes. */
  async failuresOf(email: string, withinMin: number): Promise<number> {
    const [row] = await this.gate.query<{ n: number }>(
      `select count(*)::integer as n from security_event
       where lower(email) = lower($1) and kind = 'sign-in-failed' and at > now() - make_interval(mins => $2)
         and at > coalesce((select max(at) from security_event where lower(email) = lower($1) and kind in ('signed-in', 'password-reset')), '-infinity')`,
      [email, withinMin],
    );
    return row!.n;
  }
}
