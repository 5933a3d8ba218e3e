import type { MigrationInterface, QueryRunner } from 'typeorm';
import { ORGANISATION, PERSON } from './settings.js';

/**
 * What a record stands on: devices with their keys, the server's own key, accounts that can be mended, what happened to them.
 * People and sessions get their fence; who signs in is looked up under a role of its own, which sees nothing of any job.
 */
export class Trust1764000000007 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      do $$ begin
        if not exists (select from pg_roles where rolname = 'caulkhorn_gate') then create role caulkhorn_gate nologin; end if;
      exception when duplicate_object or unique_violation then null; end $$`);
    await runner.query(`grant usage on schema public to caulkhorn_gate`);
    await this.accounts(runner);
    await this.devices(runner);
    await this.lists(runner);
    // what was released before decisions were kept says so
    await runner.query(
      `update plan_revision set body = (body - 'modelHash') || jsonb_build_object('fingerprint', body->'modelHash', 'decided', null) where body ? 'modelHash'`,
    );
  }

  private async accounts(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table person add column totp_secret text, add column totp_pending text, add column totp_last_step bigint`);
    await runner.query(`revoke all on person, session from caulkhorn_app`);
    await runner.query(`grant select (id, name, email) on person to caulkhorn_app`);
    await runner.query(`alter table person enable row level security`);
    await runner.query(`create policy colleagues on person for select to caulkhorn_app using (
      id = ${PERSON}
      or exists (select from membership m where m.person_id = person.id and m.organisation_id = ${ORGANISATION})
      or exists (select from guest_grant g where g.person_id = person.id and g.organisation_id = ${ORGANISATION}))`);
    await runner.query(`create policy at_the_gate on person to caulkhorn_gate using (true) with check (true)`);
    await runner.query(`grant select on person to caulkhorn_gate`);
    await runner.query(`grant update (password_hash, totp_secret, totp_pending, totp_last_step) on person to caulkhorn_gate`);
    await runner.query(`alter table session enable row level security`);
    await runner.query(`create policy at_the_gate on session to caulkhorn_gate using (true) with check (true)`);
    await runner.query(`create index session_person on session ((sess->>'personId'))`);
    await runner.query(`grant select, insert, update, delete on session to caulkhorn_gate`);
    await runner.query(`
      create table password_reset (
        token_sha256 text primary key,
        person_id uuid not null references person (id),
        made_by text not null,
        expires_at timestamptz not null,
        used_at timestamptz)`);
    await runner.query(`
      create table security_event (
        id bigint generated always as identity primary key,
        at timestamptz not null default now(),
        kind text not null,
        person_id uuid references person (id),
        email text,
        address text,
        detail text)`);
    await runner.query(`create index security_event_email on security_event (lower(email), kind, at)`);
    await runner.query(`create index security_event_person on security_event (person_id, id)`);
    for (const table of ['password_reset', 'security_event']) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(`create policy at_the_gate on ${table} to caulkhorn_gate using (true) with check (true)`);
    }
    await runner.query(`grant select, insert, update (used_at) on password_reset to caulkhorn_gate`);
    await runner.query(`grant select, insert on security_event to caulkhorn_gate`);
    // whose account a planner may mend: the lookup goes over all organisations, so the gate does it
    await runner.query(`grant select on membership, guest_grant to caulkhorn_gate`);
    for (const table of ['membership', 'guest_grant'])
      await runner.query(`create policy at_the_gate on ${table} for select to caulkhorn_gate using (true)`);
  }

  private async devices(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table device (
        organisation_id uuid not null references organisation (id),
        id uuid not null,
        person_id uuid not null references person (id),
        public_key jsonb,
        enrolled_at timestamptz not null default now(),
        revoked_at timestamptz,
        primary key (organisation_id, id))`);
    await runner.query(`alter table device enable row level security`);
    await runner.query(`create policy own_organisation on device using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert, update (public_key, revoked_at) on device to caulkhorn_app`);
    await runner.query(`
      create table server_key (
        id text primary key,
        public_key text not null,
        private_key text not null,
        made_at timestamptz not null default now(),
        is_current boolean unique default true check (is_current))`);
    await runner.query(`alter table server_key enable row level security`);
    await runner.query(`create policy at_the_gate on server_key to caulkhorn_gate using (true) with check (true)`);
    await runner.query(`grant select, insert on server_key to caulkhorn_gate`);
    // keys of other servers, as the files that came in carried them
    await runner.query(`
      create table job_keys (
        organisation_id uuid not null,
        job_id uuid not null,
        keys jsonb not null,
        primary key (organisation_id, job_id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table job_keys enable row level security`);
    await runner.query(`create policy own_organisation on job_keys using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert on job_keys to caulkhorn_app`);
    await runner.query(`
      create table job_import (
        organisation_id uuid not null,
        id uuid not null,
        file_sha256 text not null,
        job_id uuid not null,
        primary key (organisation_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table job_import enable row level security`);
    await runner.query(`create policy own_organisation on job_import using (organisation_id = ${ORGANISATION})`);
    await runner.query(`grant select, insert on job_import to caulkhorn_app`);
  }

  /** What lists are asked for, in the order they are asked for it. */
  private async lists(runner: QueryRunner): Promise<void> {
    await runner.query(`create index stock_move_added on stock_move (organisation_id, added)`);
    // none on a job's last change: every entry of a log changes it, and an index would have each of them write the row anew
    for (const table of ['face', 'feature'])
      await runner.query(`create index ${table}_live on ${table} (organisation_id, job_id) where deleted_at is null`);
    await runner.query(
      `create index log_entry_supersedes on log_entry (organisation_id, job_id, (entry->>'supersedes')) where (entry->>'supersedes') is not null`,
    );
    await runner.query(`alter table stock_move add column lot_id text generated always as (body->>'lotId') stored`);
    await runner.query(`create index stock_move_lot on stock_move (organisation_id, lot_id)`);
    await runner.query(`create index guest_grant_person on guest_grant (person_id)`);
    await runner.query(`create index membership_person on membership (person_id)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table device, server_key, job_keys, job_import, password_reset, security_event`);
    await runner.query(`drop policy colleagues on person; drop policy at_the_gate on person; drop policy at_the_gate on session`);
    await runner.query(
      `alter table person disable row level security, drop column totp_secret, drop column totp_pending, drop column totp_last_step`,
    );
    await runner.query(`alter table session disable row level security`);
    await runner.query(`grant select on person to caulkhorn_app; grant select, insert, update, delete on session to caulkhorn_app`);
  }
}
