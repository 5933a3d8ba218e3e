import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A drawer is one person in one browser, opened by a PIN: the browser holds a token, the person knows the PIN, the database neither. An
 * enrolment is a code, good once, by which a device becomes somebody's.
 */
export class Drawer1764000000018 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table drawer (
        id uuid primary key,
        person_id uuid not null references person (id),
        token_sha256 text not null,
        pin_hash text not null,
        tries_left integer not null check (tries_left >= 0),
        made_at timestamptz not null default now(),
        closed_at timestamptz)`);
    await runner.query(`create index drawer_of_person on drawer (person_id)`);
    await runner.query(`
      create table enrolment (
        code_sha256 text primary key,
        person_id uuid not null references person (id),
        made_by uuid not null references person (id),
        made_at timestamptz not null default now(),
        expires_at timestamptz not null,
        used_at timestamptz)`);
    for (const table of ['drawer', 'enrolment']) {
      await runner.query(`alter table ${table} enable row level security`);
      await runner.query(`create policy at_the_gate on ${table} to caulkhorn_gate using (true) with check (true)`);
      await runner.query(`grant select, insert on ${table} to caulkhorn_gate`);
    }
    await runner.query(`grant update (tries_left, closed_at) on drawer to caulkhorn_gate`);
    await runner.query(`grant update (used_at) on enrolment to caulkhorn_gate`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table enrolment; drop table drawer`);
  }
}
