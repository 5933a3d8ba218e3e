import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Dossiers that the server makes as PDF: asked for, how far they are, and the file while somebody may still fetch it. */
export class DossierPrint1764000000013 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      create table dossier_print (
        organisation_id uuid not null,
        job_id uuid not null,
        id uuid not null,
        asked_by uuid not null,
        asked_at timestamptz not null default now(),
        state text not null default 'waiting' check (state in ('waiting', 'running', 'stopping', 'done', 'failed')),
        share real not null default 0,
        asked jsonb not null,
        file bytea,
        primary key (organisation_id, job_id, id),
        foreign key (organisation_id, job_id) references job (organisation_id, id))`);
    await runner.query(`alter table dossier_print enable row level security`);
    await runner.query(
      `create policy own_organisation on dossier_print
       using (organisation_id = nullif(current_setting('app.organisation_id', true), '')::uuid
              and asked_by = nullif(current_setting('app.person_id', true), '')::uuid)`,
    );
    await runner.query(`grant select, insert, update, delete on dossier_print to caulkhorn_app`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`drop table dossier_print`);
  }
}
