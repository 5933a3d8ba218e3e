import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Searches for a better programme that the server makes: asked for, how far they are, and what they have found. */
export class ProgrammeSearch1764000000012 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table programme_search (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        asked_by uuid not null,
        asked_at timestamptz not null default now(),
        state text not null default 'waiting' check (state in ('waiting', 'running', 'stopping', 'done', 'failed')),
        share real not null default 0,
        asked jsonb not null,
        proposal jsonb,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table programme_search enable row level security`);
    await runner.query(
      `create policy own_organisation on programme_search
       using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid)`,
    );
    await runner.query(`grant select, insert, update, delete on programme_search to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table programme_search`);
  }
}
